// Answers a small Bayesian network from standard input by an independent library (bayesjs): {network, evidence} -> beliefs.
import { createRequire } from "node:module";
import { readFileSync } from "node:fs";

const require = createRequire(new URL("../../../web/package.json", import.meta.url));
const { inferAll } = require("bayesjs");
const { network, evidence } = JSON.parse(readFileSync(0, "utf8"));
process.stdout.write(JSON.stringify(inferAll(network, evidence, { precision: 12 })));
