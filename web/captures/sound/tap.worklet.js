/* global AudioWorkletProcessor, registerProcessor -- a worklet has a scope of its own */
/** Hands on what comes in at the microphone or the line, as it comes. */
class Tap extends AudioWorkletProcessor {
  process(inputs) {
    const [channels] = inputs;
    if (channels.length > 0) this.port.postMessage(channels.map((one) => one.slice()));
    return true;
  }
}
registerProcessor("tap", Tap);
