// Plays simulated motors that the program has never seen, and writes what came of it to docs/study.md and docs/study.png.
// npm run study [-- MOTORS]
import { writeFileSync } from "node:fs";
import { init, type EChartsOption } from "echarts";
import { chromium } from "@playwright/test";
import { format } from "prettier";
import type { Family } from "#core/record";
import { outcomeOf, type Outcome } from "#bench/outcome";
import { referenceFrom } from "#bench/reference";
import { play, playOut, tally, type End, type Manner, type Tally, type Trial } from "#bench/study";
import { byThumb } from "#bench/thumb";
import { visitOf } from "#bench/visit";
import { worldTable } from "./worldTable.ts";
import { peoplesBrowser } from "./browser.mjs";

const BARE: readonly Family[] = ["hobby", "hub", "traction"];
/** Rules and figures were set while looking at the first seeds; the others were looked at by nobody. */
const TUNED_ON = 1000;
const HELD_OUT = 500_000;
/** Motors that the reference reasoner knows; none of them is judged. */
const POOL = 3_000_000;
const POOL_SIZE = 6000;
/** What it is this sure of, rightly, can be told apart. */
const SURE = 0.9;
/** Of each world a tenth as many motors. */
const WORLDS = 10;
const PAGE = "docs/study.md";
const PICTURE = "docs/study.png";
const BINS = [0.3, 0.5, 0.7, 0.8, 0.9, 0.95, 0.98, 1.0001];

const count = Number(process.argv[2] ?? 600);
const played = (from: number, manner: Manner) =>
  Array.from({ length: count }, (_, i) => play(from + i, BARE, manner)).filter(
    ({ motor }) => !motor.ailments.includes("hidden"),
  );

const percent = (share: number, digits = 0) => (100 * share).toFixed(digits);
const line = (
  name: string,
  { n, right, half, undecided, wasteful, harmful, minutes, saidMean, saidTrue }: Tally,
) =>
  `| ${name} | ${n} | ${percent(right)} | ${percent(half)} | ${percent(undecided)} | ${percent(wasteful, 1)} | ${percent(harmful, 1)} | ${Number.isNaN(minutes) ? "–" : minutes} | ${saidMean > 0 ? `${percent(saidMean)} / ${percent(saidTrue)}` : "–"} |`;
const HEAD = [
  "| | motors | right % | half % | undecided % | wasteful % | harmful % | minutes, median | said / true, of 90 % and more |",
  "| --- | --- | --- | --- | --- | --- | --- | --- | --- |",
];

/** What was said of the leading action, by how sure it was, and how often it was all that was needed. */
function reliability(trials: readonly Trial[]) {
  return BINS.slice(1).flatMap((to, i) => {
    const inside = trials.filter(({ said, would }) => would !== null && said >= BINS[i]! && said < to);
    if (inside.length < 5) return [];
    return [
      {
        n: inside.length,
        said: inside.reduce((sum, { said }) => sum + said, 0) / inside.length,
        came: inside.filter(({ would }) => would === "right").length / inside.length,
      },
    ];
  });
}

function plot(points: ReturnType<typeof reliability>): string {
  const chart = init(null, null, { renderer: "svg", ssr: true, width: 720, height: 480 });
  const option: EChartsOption = {
    animation: false,
    title: { text: "What was said, and what was true", left: 16, top: 12 },
    grid: { left: 64, right: 24, top: 64, bottom: 56 },
    xAxis: { type: "value", min: 0.2, max: 1, name: "said", nameLocation: "middle", nameGap: 32 },
    yAxis: { type: "value", min: 0, max: 1, name: "came true", nameLocation: "middle", nameGap: 44 },
    series: [
      {
        type: "line",
        symbol: "none",
        lineStyle: { color: "#8a8a80", type: "dashed" },
        data: [
          [0.2, 0.2],
          [1, 1],
        ],
      },
      {
        type: "line",
        lineStyle: { color: "#1d5c45" },
        itemStyle: { color: "#1d5c45" },
        symbolSize: 9,
        label: { show: true, position: "bottom", formatter: ({ dataIndex }) => `n ${points[dataIndex]!.n}` },
        data: points.map(({ said, came }) => [said, came]),
      },
    ],
  };
  chart.setOption(option);
  const svg = chart.renderToSVGString();
  chart.dispose();
  return svg;
}

async function picture(svg: string): Promise<void> {
  const browser = await chromium.launch({
    executablePath: peoplesBrowser(),
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  const page = await browser.newPage({ viewport: { width: 720, height: 480 } });
  await page.setContent(`<body style="margin:0;background:#fff">${svg}</body>`);
  await page.screenshot({ path: PICTURE });
  await browser.close();
}

function by<Key extends string>(trials: readonly Trial[], keyOf: (trial: Trial) => Key): string[] {
  const groups = new Map<Key, Trial[]>();
  for (const trial of trials) groups.set(keyOf(trial), [...(groups.get(keyOf(trial)) ?? []), trial]);
  return [...groups].sort((a, b) => b[1].length - a[1].length).map(([key, some]) => line(key, tally(some)));
}

const started = performance.now();
const followed = played(HELD_OUT, "followed");
const listed = played(HELD_OUT, "wholeList");
const tuned = played(TUNED_ON, "followed");
const single = followed.filter(({ motor }) => motor.ailments.length === 1);

/** Another way to judge the same motors, as trials of its own. */
const judgedBy = (trials: readonly Trial[], judge: (trial: Trial) => { outcome: Outcome; said: number }) =>
  trials.map((trial): Trial => ({ ...trial, ...judge(trial) }));
const thumbed = judgedBy(listed, ({ motor, record }) => ({
  outcome: outcomeOf(motor, { cures: byThumb(record) }),
  said: 0,
}));
const reference = referenceFrom(
  Array.from({ length: POOL_SIZE }, (_, i) => POOL + i),
  BARE,
);
const known = judgedBy(followed, ({ seed, motor }) => {
  const { cures, said } = reference(visitOf(seed, BARE));
  return { said, outcome: said >= SURE ? outcomeOf(motor, { cures }) : "undecided" };
});
const apart = followed.filter((_, i) => known[i]!.outcome === "right");
const ENDS: Readonly<Record<End, string>> = {
  rightAtOnce: "right with the first repair, proved",
  rightLater: "right with a further repair, after its proof or its run showed the first was not enough",
  undecided: "left undecided",
  cameBack: "went back with something left, and comes back",
  scrapped: "a sound motor replaced in vain",
};
const ends = Array.from({ length: count }, (_, i) => playOut(HELD_OUT + i, BARE)).filter(
  ({ motor }) => !motor.ailments.includes("hidden"),
);
const seconds = (performance.now() - started) / 1000;

const points = reliability(followed);

const text = [
  "# Motors never seen",
  "",
  `Written by \`npm run study -- ${count}\`. Simulated hobby, hub and traction motors with up to three faults drawn at random, read`,
  "by imperfect people with real meters: [bench/](../bench) holds the physics, the hands and the slips, and nothing of the",
  "program's tables. Each is worked on by the program's own next step until it decides. *Right* cures every fault with",
  "nothing needless, or sends a motor back that has none; *half* mends one of several, all of it needed, and leaves the rest to its proof and its run; *wasteful*",
  "does something needless; *harmful* leaves a hazard, or sends a faulty motor back as sound. Faults that no check reaches are left out; faults that these",
  "meters cannot show are not, so *undecided* is often the honest answer.",
  "",
  `The *reference reasoner* reads everything there is to read, whatever it costs, and weighs ${POOL_SIZE} other motors of the same`,
  "simulated world by how well each explains what was read: it knows the odds of that world, and nothing of the program's",
  `tables. What it is ${percent(SURE)} % sure of, rightly, is *what can be told apart*. *Rules of thumb* take each departure on the whole`,
  "list at its word and do its usual cure.",
  "",
  ...HEAD,
  line("held-out seeds", tally(followed)),
  line("of these, what can be told apart", tally(apart)),
  line("of these, one fault alone", tally(single)),
  line("the same motors, whole list of checks", tally(listed)),
  line("the same, judged by rules of thumb", tally(thumbed)),
  line("the same, by the reference reasoner", { ...tally(known), minutes: NaN }),
  line("seeds looked at while the rules were set", tally(tuned)),
  "",
  ...worldTable(BARE, Math.ceil(count / WORLDS)),
  "## Through repair and proof",
  "",
  "The same held-out motors, played on: repaired as decided, read again where something departed, run under load, and worked",
  "on again where that shows a fault left. A run that would show it goes unnoticed once in seven.",
  "",
  "| how it ended | motors | % |",
  "| --- | --- | --- |",
  ...(Object.keys(ENDS) as End[]).map((end) => {
    const n = ends.filter((one) => one.end === end).length;
    return `| ${ENDS[end]} | ${n} | ${percent(n / ends.length, 1)} |`;
  }),
  "",
  "## By family",
  "",
  ...HEAD,
  ...by(followed, ({ motor }) => motor.family),
  "",
  "## By fault",
  "",
  "Counted at the fault that was complained of; a second one may be there too.",
  "",
  ...HEAD,
  ...by(followed, ({ motor }) => motor.ailments[0]!),
  "",
  "## What was said, and what was true",
  "",
  "The chance given to the leading action at the end, decided or not.",
  "",
  "![What was said, and what was true](study.png)",
  "",
  "| said % | true % | motors |",
  "| --- | --- | --- |",
  ...points.map(({ said, came, n }) => `| ${percent(said)} | ${percent(came)} | ${n} |`),
  "",
].join("\n");
writeFileSync(PAGE, await format(text, { parser: "markdown" }));
await picture(plot(points));
process.stdout.write(`${text}\n${4 * count} motors and a pool of ${POOL_SIZE} in ${seconds.toFixed(0)} s\n`);
