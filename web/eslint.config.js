import { createTypeScriptImportResolver } from "eslint-import-resolver-typescript";
import { importX } from "eslint-plugin-import-x";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

// Each floor knows those below it: lib and api, ui (which knows no document), document, stations (of which none knows
// another), app.
const FLOORS = ["ui", "document", "stations", "app"];
const floorRules = FLOORS.map((floor, at) => ({
  files: [`src/${floor}/**/*.{ts,tsx}`],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          ...(at + 1 < FLOORS.length
            ? [
                {
                  regex: `^(\\.\\./)+(${FLOORS.slice(at + 1).join("|")})/`,
                  message: `${floor} is below ${FLOORS.slice(at + 1).join(", ")}.`,
                },
              ]
            : []),
          ...(floor === "stations" ? [{ regex: "^\\.\\./\\w", message: "A station knows no other." }] : []),
        ],
      },
    ],
  },
}));

export default ts.config(
  ...ts.configs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    ignores: ["src/api/schema.d.ts"],
    plugins: { "react-hooks": hooks, "import-x": importX },
    settings: { "import-x/resolver-next": [createTypeScriptImportResolver()] },
    rules: {
      ...hooks.configs.recommended.rules,
      "@typescript-eslint/consistent-type-imports": "error",
      "import-x/no-cycle": "error",
    },
  },
  ...floorRules,
  {
    files: ["src/{lib,api}/**/*.{ts,tsx}"],
    ignores: ["src/**/*.test.{ts,tsx}"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ regex: `^(\\.\\./)+(${FLOORS.join("|")})/`, message: "lib and api are below all floors." }] },
      ],
    },
  },
);
