/** Where the motors of the invented file are fitted: what is searched for. */
export const PLACES = ["rear hub", "front hub", "arm 3", "bay 7", "left drive", "pump", "fan", "winch"];
