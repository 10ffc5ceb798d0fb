import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["target/**", "src/api/schema.ts", "eslint.config.js"] },
  ...tseslint.configs.recommendedTypeChecked,
  jsxA11y.flatConfigs.recommended,
  {
    plugins: { "react-hooks": reactHooks },
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    linterOptions: { reportUnusedDisableDirectives: "error" },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      // A dialog or a field that a key opens takes the focus, so that one types on.
      "jsx-a11y/no-autofocus": "off",
      // What scrolls can be reached by keys.
      "jsx-a11y/no-noninteractive-tabindex": ["error", { roles: ["group", "region"], tags: ["pre"] }],
      // Rows of lists are chosen by keys of the whole page (src/keys.tsx).
      "jsx-a11y/click-events-have-key-events": "off",
      "jsx-a11y/interactive-supports-focus": "off",
      // Some containers listen to what their fields and pages pass on: Escape, and a mark drawn by the mouse, which keys can draw too.
      "jsx-a11y/no-static-element-interactions": "off",
    },
  },
);
