/** What hurts somebody or breaks something at the bench, and why it is never done. Common practice. */
export const UNSAFE = {
  ohmsOnLive: {
    did: "Ohms across live points",
    why: "A meter on ohms puts its own small resistor across whatever it touches: on mains it bursts, and its figure means nothing. Volts first, ohms only once the volts are gone.",
  },
  plugPulledLive: {
    did: "A plug moved while it was live",
    why: "The pins draw an arc and the electronics behind them see a surge that kills them: a sound module is gone from then on. Switch off, wait, then unplug.",
  },
  spinAbove30: {
    did: "Spun into bare leads above 30 V",
    why: "A spun motor is a generator: above 30 V its bare leads can shock. Work out the volts first, turn the drill slower, or insulate the leads.",
  },
  handsBeforeWait: {
    did: "Hands on it before it was dead",
    why: "Capacitors hold mains for minutes after the switch, and a motor that is still fed can start under the hand. Switch off, wait the time out, verify dead.",
  },
  testerIntoElectronics: {
    did: "The insulation tester into electronics",
    why: "Hundreds of volts go into sensors and modules that bear a few: they die of the test. Unplug all of them first.",
  },
} as const;
export type UnsafeKind = keyof typeof UNSAFE;

/** An unsafe act, and when, s of the bench's clock. */
export interface UnsafeAct {
  readonly kind: UnsafeKind;
  readonly at: number;
}
