import stylistic from "@stylistic/eslint-plugin";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Who may call whom: each room with the rooms it may import from; see ARCHITECTURE.md. A room not named has no place. */
const ROOMS = {
  lib: [],
  api: ["lib"],
  drawings: ["lib"],
  ui: ["lib"],
  stores: ["api", "lib"],
  parts: ["api", "drawings", "lib", "ui"],
  trays: ["api", "drawings", "lib", "parts", "ui"],
};
const BELOW_VIEWS = ["api", "drawings", "lib", "parts", "stores", "ui"];
/**
 * Views never import each other; marks serve those that note what is seen, alarms those that tell what comes next, and
 * the trays stand on the Bench alone.
 */
const VIEWS = {
  alarms: BELOW_VIEWS,
  bench: [...BELOW_VIEWS, "trays", "marks"],
  day: BELOW_VIEWS,
  door: BELOW_VIEWS,
  first: BELOW_VIEWS,
  hands: [...BELOW_VIEWS, "marks", "alarms"],
  kitchen: BELOW_VIEWS,
  marks: BELOW_VIEWS,
  notebook: [...BELOW_VIEWS, "marks"],
  reading: BELOW_VIEWS,
  trainer: BELOW_VIEWS,
};

const refusing = (regexes, message) => ["error", { patterns: regexes.map((regex) => ({ regex, message })) }];
const others = (all, allowed, own) => all.filter((name) => name !== own && !allowed.includes(name));
const toAny = (names) => `^(\\.\\./)+(${names.join("|")})/`;

const rooms = Object.entries(ROOMS).map(([room, allowed]) => ({
  files: [`src/${room}/**`],
  rules: {
    "no-restricted-imports": refusing(
      [
        toAny([...others(Object.keys(ROOMS), allowed, room), "views"]),
        "main$",
        ...(room === "ui" ? [] : ["^radix-ui"]),
        // Trays never import each other: what two share is a part.
        ...(room === "trays" ? ["^\\./"] : []),
      ],
      `${room} may import from ${allowed.join(", ") || "no other room"} alone`,
    ),
  },
}));
const views = Object.entries(VIEWS).map(([view, allowed]) => ({
  files: [`src/views/${view}/**`],
  rules: {
    "no-restricted-imports": refusing(
      [toAny(others([...Object.keys(ROOMS), ...Object.keys(VIEWS)], allowed, view)), "main$", "^radix-ui"],
      `the view ${view} may import from ${allowed.join(", ")} alone`,
    ),
  },
}));
const nowhere = {
  files: ["src/*/**", "src/views/*/**"],
  ignores: [
    ...Object.keys(ROOMS).map((room) => `src/${room}/**`),
    ...Object.keys(VIEWS).map((v) => `src/views/${v}/**`),
  ],
  rules: {
    "no-restricted-syntax": ["error", { selector: "Program", message: "this folder has no row in the table of rooms" }],
  },
};

export default tseslint.config(
  { ignores: ["src/api/schema.d.ts", "dist"] },
  ...tseslint.configs.recommended,
  {
    plugins: { "react-hooks": hooks, "@stylistic": stylistic },
    rules: {
      ...hooks.configs.recommended.rules,
      // Sentences and lists of classes are data; code and comments keep to the line.
      "@stylistic/max-len": ["error", { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true }],
    },
  },
  ...rooms,
  ...views,
  { ...nowhere, ignores: [...nowhere.ignores, "src/views/*.{ts,tsx}"] },
);
