// The arrows of docs/architecture.md. Everyone imports core by its door.
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  from: { path: from },
  to: { pathNot: allowed, dependencyTypesNot: ["core"] },
});
module.exports = {
  forbidden: [
    only("core-knows-nothing", "^core/(?!testing/|.*\\.test\\.ts$)", "^core/"),
    {
      name: "core-by-its-door",
      severity: "error",
      from: { pathNot: "^core/" },
      to: { path: "^core/", pathNot: "^core/(index\\.ts$|testing/)" },
    },
    {
      name: "contract-knows-core",
      severity: "error",
      from: { path: "^contract/" },
      to: { path: "^(app|screens|parts|server|device|ui)/" },
    },
    {
      name: "device-arrows",
      severity: "error",
      from: { path: "^device/" },
      to: { path: "^(app|screens|parts|server|ui)/" },
    },
    {
      name: "server-arrows",
      severity: "error",
      from: { path: "^server/" },
      to: { path: "^(app|screens|parts|device|ui)/" },
    },
    {
      name: "ui-knows-no-domain",
      severity: "error",
      from: { path: "^ui/" },
      to: { path: "^(app|screens|parts|server|device|contract|core)/" },
    },
    {
      name: "parts-arrows",
      severity: "error",
      from: { path: "^parts/" },
      to: { path: "^(app|screens|server|device|workers)/" },
    },
    { name: "screens-arrows", severity: "error", from: { path: "^screens/" }, to: { path: "^(app|server)/" } },
    {
      name: "no-sibling-screens",
      severity: "error",
      from: { path: "^screens/([^/]+)/" },
      to: { path: "^screens/([^/]+)/", pathNot: "^screens/$1/" },
    },
    {
      name: "only-db-knows-drizzle",
      severity: "error",
      from: { path: "^(app|screens|parts|device|ui|contract|server(?!/db))/" },
      to: { path: "^node_modules/(drizzle-orm|pg)/" },
    },
    { name: "no-cycles", severity: "error", from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
  },
};
