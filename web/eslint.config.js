import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

export default ts.config(...ts.configs.recommended, {
  files: ["src/**/*.{ts,tsx}"],
  ignores: ["src/api/schema.d.ts"],
  plugins: { "react-hooks": hooks },
  rules: { ...hooks.configs.recommended.rules, "@typescript-eslint/consistent-type-imports": "error" },
});
