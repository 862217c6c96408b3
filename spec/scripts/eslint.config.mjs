// What ESLint holds the scripts to: its own recommendations, in a browser with htmx, and in node for their specs.
import { createRequire } from "node:module";
import path from "node:path";

const found = createRequire(path.join(process.env.ESLINT_MODULES, "index.js"));
const js = found("@eslint/js");
const globals = found("globals");

export default [
  js.configs.recommended,
  {
    files: ["public/scripts/bench/*.js"],
    languageOptions: { globals: { ...globals.browser, htmx: "readonly", Idiomorph: "readonly" } },
    rules: { "no-undef": "error", "no-unused-vars": ["error", { caughtErrors: "none" }], "no-shadow": "error", "prefer-const": "error" }
  },
  { files: ["spec/scripts/*.mjs"], languageOptions: { globals: globals.node } }
];
