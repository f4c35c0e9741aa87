// The layers of docs/architecture.md. Values are imported downwards only; outside the core a type may be named from above.

/** Only these folders are imported by value from a folder. */
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  from: { path: from },
  to: { pathNot: allowed, dependencyTypesNot: ["core", "type-only"] },
});

/** Some folders are not imported from a folder at all. */
const never = (name, from, to) => ({ name, severity: "error", from: { path: from }, to: { path: `^(${to})/` } });

/** The folders of the computation, the highest first: each imports those after it, types too, each by its index. */
const CORE = [
  "set-log",
  "needs",
  "plan",
  "floor",
  "caution",
  "prescription",
  "progress",
  "forecast",
  "volume",
  "selection",
  "load",
  "time",
  "session",
  "exercise",
];

module.exports = {
  forbidden: [
    only("core-imports-nothing-else", "^core/(?!testing/|.*\\.test\\.ts$)", "^core/"),
    ...CORE.slice(1).map((folder, index) => ({
      name: `core-${folder}-imports-downwards`,
      severity: "error",
      from: { path: `^core/${folder}/`, pathNot: "\\.test\\.ts$" },
      to: { path: `^core/(${CORE.slice(0, index + 1).join("|")})/` },
    })),
    ...CORE.map((folder) => ({
      name: `core-${folder}-by-its-index`,
      severity: "error",
      from: { path: "^core/", pathNot: `^core/(${folder}|testing)/|\\.test\\.ts$` },
      to: { path: `^core/${folder}/`, pathNot: "/index\\.ts$" },
    })),
    {
      name: "core-by-its-index",
      severity: "error",
      from: { pathNot: "^core/" },
      to: { path: "^core/", pathNot: "^core/(index\\.ts$|testing/)" },
    },
    {
      name: "contract-imports-downwards",
      severity: "error",
      from: { path: "^contract/", pathNot: "\\.test\\.ts$" },
      to: { path: "^views/", dependencyTypesNot: ["type-only"] },
    },
    never("contract-is-isomorphic", "^contract/", "app|screens|parts|server|device|ui"),
    never("views-are-isomorphic", "^views/", "app|screens|parts|server|device|ui"),
    never("device-imports", "^device/", "app|screens|parts|server|ui"),
    never("server-imports", "^server/", "app|screens|parts|device|ui"),
    never("ui-knows-no-domain", "^ui/", "app|screens|parts|server|device|views|contract|core"),
    never("parts-imports", "^parts/", "app|screens|server|device"),
    never("screens-imports", "^screens/", "app|server"),
    never("tools-import-no-interface", "^tools/", "app|screens|parts|device|ui"),
    never("bench-imports-no-screen", "^bench/", "app|parts|ui"),
    never("journeys-use-the-screen", "^e2e/", "app|screens|parts|device|ui|views"),
    {
      name: "no-sibling-screens",
      severity: "error",
      from: { path: "^screens/([^/]+)/" },
      to: { path: "^screens/([^/]+)/", pathNot: "^screens/$1/" },
    },
    {
      name: "only-db-knows-drizzle",
      severity: "error",
      from: { path: "^(app|screens|parts|device|ui|views|contract|server(?!/db))/" },
      to: { path: "^node_modules/(drizzle-orm|pg)/" },
    },
    {
      // A link of the framework's own fetches every page it names ahead: a list of forty clients asked for eighty.
      name: "only-page-link-knows-links",
      severity: "error",
      from: { pathNot: "^ui/page-link\\.tsx$" },
      to: { path: "^node_modules/next/link\\." },
    },
    {
      name: "no-cycles",
      severity: "error",
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
  },
};
