// A worker of a browser: reads the bytes it is sent, by our way or the usual one, and answers with the milliseconds it took.
import { readCapture } from "#core/capture";
import { usualWay } from "./usualWay.ts";

addEventListener("message", ({ data }: MessageEvent<{ bytes: Uint8Array; own: boolean }>) => {
  const start = performance.now();
  if (data.own)
    readCapture(data.bytes, { as: null, polePairs: 7, slots: 12, ratedConstant: null, turned: null });
  else usualWay(data.bytes);
  postMessage(performance.now() - start);
});
