import { play, tally } from "#bench/study";
const n = Number(process.argv[2] ?? 300),
  seed = Number(process.argv[3] ?? 1000);
const t0 = Date.now();
const all = Array.from({ length: n }, (_, i) => play(seed + i, ["hobby", "hub", "traction"]));
const seen = all.filter((t) => !t.motor.ailments.includes("hidden"));
const pr = (name: string, ts: typeof all) => {
  const t = tally(ts);
  console.log(
    name.padEnd(16),
    String(t.n).padStart(5),
    (100 * t.right).toFixed(0).padStart(5),
    (100 * t.undecided).toFixed(0).padStart(5),
    (100 * t.wasteful).toFixed(1).padStart(6),
    (100 * t.harmful).toFixed(1).padStart(6),
    String(t.minutes).padStart(5),
    `90%: said ${(100 * t.saidMean).toFixed(0)} true ${(100 * t.saidTrue).toFixed(0)}`,
  );
};
console.log("                     n right undec  waste   harm  min");
pr("all", all);
pr("without hidden", seen);
for (const f of ["hobby", "hub", "traction"] as const)
  pr(
    f,
    seen.filter((t) => t.motor.family === f),
  );
const by = new Map<string, typeof all>();
for (const t of seen) {
  const k = t.motor.ailments[0]!;
  by.set(k, [...(by.get(k) ?? []), t]);
}
for (const [k, ts] of [...by].sort((a, b) => b[1].length - a[1].length)) pr(k, ts);
console.log("ms per trial", (Date.now() - t0) / n);
if (process.argv[4])
  for (const t of seen.filter((t) => t.outcome !== "right").slice(0, Number(process.argv[4]))) {
    console.log(
      `\n#${t.seed} ${t.outcome} ${t.motor.family} ${t.motor.winding.connection} ${t.motor.ailments.join("+")} (${t.motor.complaint}) faults ${JSON.stringify(t.motor.winding.faults)} ${t.minutes} min`,
    );
    console.log("  steps:", t.steps.join(" | "));
    console.log(
      "  action:",
      t.verdict.action?.cures.join("+"),
      t.said.toFixed(2),
      "| reason:",
      t.verdict.reason,
    );
    console.log(
      "  faults:",
      t.verdict.faults
        .slice(0, 5)
        .map((f) => `${f.fault} ${f.probability.toFixed(2)}`)
        .join(", "),
      "doubtful",
      t.verdict.doubtful.join(),
    );
    for (const f of t.verdict.findings)
      if (f.departs || process.argv[5]) console.log("   -", f.variable, ":", f.sentence.slice(0, 150));
    console.log(
      "  next:",
      t.verdict.proposals
        .slice(0, 3)
        .map((p) => `${p.title} ${p.gain.toFixed(3)}`)
        .join(" / "),
    );
  }
