/** What a photo may be: resized in the browser before it is sent. */
export const PHOTO_LIMITS = {
  /** Longest side after resizing, pixels. */
  longestSide: 1600,
  mostBytes: 1_000_000,
  mostAJob: 24,
  type: "image/jpeg",
} as const;

/** In one sentence, for the field. */
export const PHOTO_LIMITS_WORDS = `Up to ${PHOTO_LIMITS.mostAJob} photos a job; each is made ${PHOTO_LIMITS.longestSide} pixels long at most and under 1 MB before it is kept.`;
