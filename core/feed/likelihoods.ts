import { row } from "../catalogue/index.ts";
import { COMMAND, PACK, RUBBING, SETTINGS } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice; held against
 * simulated motors that know nothing of it.
 */
export const FEED_ROWS = [
  row(PACK, "battery", { sags: 0.93 }, "a tired cell group gives way when current is drawn"),
  row(PACK, "rubbing", { sags: 0.04 }, "what holds the motor back draws current"),
  row(PACK, "leadsShorted", { sags: 0.15 }, "a short draws all there is"),
  row(PACK, "turnsShorted", { sags: 0.06 }, "shorted turns draw current"),
  row(PACK, "outside", { sags: 0.15 }, "a fuse or connector of the feed"),
  row(COMMAND, "command", { uneven: 0.4, missing: 0.55 }, "that is what it is"),
  row(COMMAND, "outside", { missing: 0.1, uneven: 0.05 }, "its supply comes from somewhere too"),
  row(RUBBING, "rubbing", { rubs: 0.93 }, "felt at once with the wheel lifted"),
  row(RUBBING, "bearing", { rubs: 0.12 }, "a bearing is taken for the brake"),
  row(RUBBING, "debris", { rubs: 0.08 }, "what lies in the gap is taken for the brake"),
  row(SETTINGS, "settings", { wrong: 0.88 }, "most show when they are read one by one"),
];
