/** The rooms, by their address. */
export const ROOMS = [
  ["/", "Bench"],
  ["/motors", "Motors"],
  ["/captures", "Captures"],
  ["/workings", "Workings"],
  ["/practice", "Practice"],
  ["/shop", "Shop"],
] as const;
