import { amountWords } from "../server/practice/caseSchema.ts";

/** How practice is marked, and how a case is written: docs/practice.md. */
export const practicePage = (): string => `# Practice on motors that are not there

The room Practice holds simulated motors with something the matter, or nothing. One reads them with simulated instruments beside
the real screens of a job, says what one thinks, decides, and then sees what would have been enough. What is practised is kept
apart: no job, no motor's history and nothing that the shop learns from knows of it.

## What counts

- **Action**: right is everything the motor needs and nothing besides. Half of it, waste and harm are told apart as in the
  study (\`bench/outcome.ts\`).
- **Judgement**: what one suspects, each with a chance. The mark is the mean of (said − true)² over what was named and what is
  true (Brier 1950): 0 is sure and right, 1 sure and wrong. Who shows the program's verdict first is not marked for judgement.
- **Work at the bench**: what each act takes a practised hand (\`bench/acts.ts\`), beside the shortest way that settles it, as
  far as it lies on the way that the program proposes (\`bench/bestWay.ts\`).
- **Readings and parts not needed**: what was read once it was settled, and what was ordered for no fault.
- **Unsafe acts**: a meter on ohms across live points, a plug moved live, a spin above 30 V into bare leads, hands on it before
  it is dead, an insulation tester into electronics. Each is told at once, with what it does to somebody or something.

The server works the marks out itself, from what was done.

## Who may work alone

A family is _shown_ by three of its cases, done rightly on readings that settle it, without an unsafe act and without a look at
the verdict. Who guesses shows nothing. The owner sees
who has shown what. A trainee reads and leaves word; an owner may let one work alone on a family, and on motors of that family
they then decide, repair and release as a technician does. The server asks it with every entry.

## A case is a file

JSON, in the form of [case.schema.json](case.schema.json); those that ship lie in \`bench/cases\`. A trainer's own are added in the
room, from a file, and given on as one: an id of its own is all it takes. What fits no motor is refused with its reason.

\`\`\`json
{
  "format": "green-fable-case",
  "version": 1,
  "id": "our-first",
  "said": "Growls, more each week.",
  "about": "Trike front hub, 8 years, pressure-washed",
  "grade": "easy",
  "teaches": ["turning"],
  "complaint": "noisy",
  "family": "hub",
  "connection": "star",
  "known": { "connection": true, "values": true },
  "pairOhms": 0.16,
  "polePairs": 23,
  "rpmPerVolt": 9.4,
  "sensored": true,
  "onePiece": false,
  "ailments": [{ "is": "bearing", "amount": 0.85 }],
  "marks": { "burnt": 0, "rust": 0.5, "wire": 0 },
  "goodOnes": true,
  "seed": 5213,
  "lesson": "Grinding and play under the hand before any meter is out: bearings."
}
\`\`\`

- \`known\` says whether the papers tell the connection, and what a pair reads and what the constant is. \`pairOhms\` is a sound pair
  in Ω, \`rpmPerVolt\` the true constant, rpm per volt of line peak.
- \`ailments\` is what is the matter, up to three, none where nothing is. \`at\` is the limb, lead or signal. \`amount\` depends:

| ailment | its amount | range | where none is said |
| ------- | ---------- | ----- | ------------------ |
${amountWords().join("\n")}

- \`marks\` are heat, rust and worn wires as an eye finds them, 0 to 1. \`goodOnes\`: whether a known-good motor, controller and
  sister are at hand.
- All that is left to chance follows from \`seed\`: the same file is the same motor, with the same noise of its meters.
`;
