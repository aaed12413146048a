import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const no = (patterns, message) => ({
  "no-restricted-imports": ["error", { patterns: patterns.map((group) => ({ group: [group], message })) }],
});

export default tseslint.config(
  { ignores: ["src/api/schema.d.ts", "dist"] },
  ...tseslint.configs.recommended,
  { plugins: { "react-hooks": hooks }, rules: hooks.configs.recommended.rules },
  // Who may call whom: see ARCHITECTURE.md.
  {
    files: ["src/lib/**"],
    rules: no(["**/ui/*", "**/drawings/*", "**/trays/*", "**/views/**", "radix-ui"], "lib stands at the bottom"),
  },
  {
    files: ["src/drawings/**"],
    rules: no(
      ["**/ui/*", "**/trays/*", "**/views/**", "**/api/*", "radix-ui"],
      "a drawing takes numbers and gives SVG",
    ),
  },
  { files: ["src/ui/**"], rules: no(["**/drawings/*", "**/trays/*", "**/views/**", "**/api/*"], "ui knows only lib") },
  { files: ["src/trays/**"], rules: no(["**/views/**", "radix-ui"], "a tray does not know the view it is in") },
  {
    files: ["src/views/bench/**"],
    rules: no(
      ["**/hands/*", "**/notebook/*", "**/kitchen/*", "**/trainer/*", "radix-ui"],
      "views never import each other",
    ),
  },
  {
    files: ["src/views/hands/**"],
    rules: no(
      ["**/bench/*", "**/notebook/*", "**/kitchen/*", "**/trainer/*", "radix-ui"],
      "views never import each other",
    ),
  },
  {
    files: ["src/views/notebook/**"],
    rules: no(
      ["**/bench/*", "**/hands/*", "**/kitchen/*", "**/trainer/*", "radix-ui"],
      "views never import each other",
    ),
  },
  {
    files: ["src/views/{kitchen,trainer,marks}/**"],
    rules: no(
      ["**/bench/*", "**/hands/*", "**/notebook/*", "radix-ui"],
      "views never import each other; marks serve Bench and Hands",
    ),
  },
);
