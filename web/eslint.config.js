import js from "@eslint/js";
import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.generated.ts"] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  { languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } } },
  {
    rules: {
      // Numbers in texts are what this page is made of, and a short arrow that calls is no confusion.
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
    },
  },
  // Configuration is plain JavaScript without types of its own.
  { files: ["*.js", "*.mjs", "*.config.ts"], extends: [tseslint.configs.disableTypeChecked] },
  reactHooks.configs.flat.recommended,
  jsxA11y.flatConfigs.recommended,
);
