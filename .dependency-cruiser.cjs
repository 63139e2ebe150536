/** Arrows run one way: web and server -> contract -> core; bench -> core; core imports nothing of ours. */
const forbid = (name, from, to) => ({
  name,
  severity: "error",
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: to },
});

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    forbid("core-imports-nothing-of-ours", "^core/", "^(bench|contract|server|web|scripts|tests)/"),
    forbid(
      "core-has-no-interface-or-io",
      "^core/",
      "node_modules/(react|express|sequelize|joi)|^(fs|path|http|os)$",
    ),
    forbid("the-engine-knows-no-motor", "^core/inference/", "^core/(?!inference/|quantity/)"),
    forbid(
      "a-recording-knows-no-motor",
      "^core/(formats|capture|runlog|sound)/",
      "^core/(?!formats/|capture/|runlog/|sound/|quantity/)",
    ),
    forbid("a-format-knows-no-meaning", "^core/formats/", "^core/(capture|runlog|sound)/"),
    forbid("a-display-knows-no-check", "^core/live/", "^core/(?!live/|record/|quantity/)"),
    forbid("a-family-knows-no-check", "^core/families/", "^core/(?!families/|record/|quantity/)"),
    forbid(
      "a-check-knows-no-fault",
      "^core/(check|pattern|measure)/",
      "^core/(known|judge|report|closing|outcomes)/",
    ),
    forbid(
      "checks-are-not-asked-all-at-once-by-one-of-them",
      "^core/measure/[^/]+/",
      "^core/measure/(index|registry)\\.ts$",
    ),
    forbid("what-is-known-judges-nothing", "^core/known/", "^core/(judge|report|closing|outcomes|history)/"),
    forbid("nobody-is-judged-by-the-day", "^core/(?!schedule/)", "^core/schedule/"),
    forbid("bench-imports-core-only", "^bench/", "^(contract|server|web|scripts|tests)/"),
    forbid("contract-imports-core-only", "^contract/", "^(bench|server|web|scripts|tests)/"),
    forbid("server-knows-no-web", "^server/", "^web/"),
    forbid("web-knows-no-server", "^web/", "^server/"),
    forbid("models-know-no-services", "^server/models/", "^server/(routes|services)/"),
    forbid("services-know-no-routes", "^server/services/", "^server/routes/"),
  ],
  options: {
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    doNotFollow: { path: "node_modules" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".js", ".mjs", ".json"],
    },
  },
};
