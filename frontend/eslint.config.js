import imports from "eslint-plugin-import-x";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts"] },
  ...tseslint.configs.strict,
  { plugins: { "react-hooks": hooks }, rules: { ...hooks.configs.recommended.rules } },
  imports.flatConfigs.typescript,
  { plugins: { "import-x": imports }, rules: { "import-x/no-cycle": ["error", { ignoreExternal: true }] } },
);
