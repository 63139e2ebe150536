import { benchCapture } from "./bench/capture.ts";
import { benchDay } from "./bench/day.ts";
import { benchIncoming } from "./bench/incoming.ts";
import { benchJournal, benchLooking } from "./bench/journal.ts";
import { benchJudging } from "./bench/judging.ts";
import { benchStartAndSize } from "./bench/startAndSize.ts";

// Every figure this project claims, printed. Nothing here fails a build: numbers depend on the machine.
benchDay();
benchCapture();
await benchStartAndSize();
await benchJournal();
await benchLooking();
await benchJudging();
await benchIncoming();
