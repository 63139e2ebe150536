import { CAPTURE_LIMITS } from "./captures.ts";
import { PHOTO_LIMITS } from "./photos.ts";

/** The kinds of files that a job keeps: what each may hold, how many a job may have, and what they begin with. */
const FILE_KINDS = [
  {
    type: PHOTO_LIMITS.type,
    /** As the subject of a sentence. */
    name: "photo",
    /** First bytes of a JPEG. */
    begins: [0xff, 0xd8, 0xff],
    is: "JPEG picture",
    mostBytes: PHOTO_LIMITS.mostBytes,
    mostAJob: PHOTO_LIMITS.mostAJob,
  },
  {
    type: CAPTURE_LIMITS.type,
    name: "recording",
    /** First bytes of gzip, RFC 1952. */
    begins: [0x1f, 0x8b, 0x08],
    is: "recording packed with gzip",
    mostBytes: CAPTURE_LIMITS.mostKept,
    mostAJob: CAPTURE_LIMITS.mostAJob,
  },
] as const;

export type FileKind = (typeof FILE_KINDS)[number];
export type FileType = FileKind["type"];
export const FILE_TYPES = FILE_KINDS.map(({ type }) => type);
/** The largest of any kind, bytes. */
export const MOST_FILE_BYTES = Math.max(...FILE_KINDS.map(({ mostBytes }) => mostBytes));

/** The kind of file that a type names; undefined for one that no job keeps. */
export const fileKindOf = (type: string): FileKind | undefined =>
  FILE_KINDS.find((kind) => kind.type === type);
