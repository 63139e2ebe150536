// A meter that sends what it shows, by itself: --bench=URL --as=ID --server=URL --key=KEY
import { setTimeout as pause } from "node:timers/promises";
import { performance } from "node:perf_hooks";
import type { WireSample } from "#contract/feed";
import { API } from "#contract/routes";
import { LIVE_FUNCTIONS, type LiveFunction } from "#core/live";
import { endWithParent, given, sayReady, shownOn } from "./program.ts";

const { bench, as, server, key } = given(["bench", "as", "server", "key"]);
/** Displays a second, and how many go in one message. */
const [EVERY, BATCH] = [150, 2];

endWithParent();
sayReady();
let sequence = 0;
let batch: WireSample[] = [];
for (;;) {
  const { reads, value } = await shownOn(bench, as);
  const name = reads as LiveFunction;
  sequence += 1;
  batch.push({
    ...{ sequence, time: performance.now() / 1000, function: name, value },
    unit: LIVE_FUNCTIONS[name].kind.symbol,
    ...(value === null && { overload: true }),
  });
  if (batch.length >= BATCH) {
    // A server that is away for a moment misses what was shown meanwhile, as it would of a real one.
    await fetch(`${server}${API}/instruments/${encodeURIComponent(as)}/samples`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Authorization: `Bearer ${key}` },
      body: JSON.stringify({ samples: batch }),
    }).catch(() => undefined);
    batch = [];
  }
  await pause(EVERY);
}
