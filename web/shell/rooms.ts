/** The rooms, by their address. */
export const ROOMS = [
  ["/", "Bench"],
  ["/motors", "Motors"],
  ["/workings", "Workings"],
  ["/shop", "Shop"],
] as const;
