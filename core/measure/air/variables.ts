import { FELT, SEEN, TYPED } from "../../check/index.ts";
import { variable } from "../../inference/index.ts";

export const AIR_PATH = variable({
  id: "airPath",
  title: "Filter, duct and wheel",
  outcomes: ["free", "restricted"],
  leak: { restricted: 0.05 },
  leakReason: "no filter is ever quite clean",
  slip: FELT,
  words: { free: "the air has a free way", restricted: "the air is restricted" },
});

export const FLASH = variable({
  id: "flash",
  title: "Airflow flashed against demanded",
  outcomes: ["agrees", "low", "none"],
  leak: { low: 0.04, none: 0.01 },
  leakReason: "a flash missed in counting",
  slip: SEEN,
  words: {
    agrees: "flashes the airflow that is demanded",
    low: "flashes less airflow than is demanded",
    none: "its lamp flashes nothing",
  },
});

export const AIR_AFTER = variable({
  id: "airAfter",
  title: "Airflow after fitting",
  outcomes: ["asDemanded", "low"],
  leak: { low: 0.04 },
  leakReason: "a station read too near a bend",
  slip: TYPED,
  words: { asDemanded: "moves the air that is demanded", low: "moves less air than is demanded" },
});
