import { play } from "#bench/study";
const t = play(Number(process.argv[2]), ["hobby", "hub", "traction"]);
console.log(JSON.stringify(t.motor.winding), t.motor.ailments, t.verdict.reason, t.steps);
for (const f of t.verdict.findings)
  console.log(
    f.variable,
    f.sentence.slice(0, 120),
    JSON.stringify(f.likelihood, (_, v) => (typeof v === "number" ? Number(v.toPrecision(3)) : v)),
  );
console.log(
  t.verdict.faults
    .slice(0, 8)
    .map((f) => `${f.fault} ${f.probability.toFixed(3)}`)
    .join(", "),
);
console.log(t.verdict.action, t.verdict.rivals.slice(0, 2));
