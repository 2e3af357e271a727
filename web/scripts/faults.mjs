// What can be changed in a file of the interface to make it wrong, as JSON: [{ kind, start, end, text }].
// For `scripts/planted_faults.py`, which draws from it. Used as: node scripts/faults.mjs src/…/File.tsx
import { readFileSync } from "node:fs";
import ts from "typescript";

const OTHER = {
  "<": "<=",
  "<=": "<",
  ">": ">=",
  ">=": ">",
  "===": "!==",
  "!==": "===",
  "&&": "||",
  "||": "&&",
  "+": "-",
  "-": "+",
  "*": "/",
  "/": "*",
};
const KIND = { "&&": "logic", "||": "logic", "+": "sum", "-": "sum", "*": "product", "/": "product" };
/** Properties whose words say which field is read or written, in what unit, or what is chosen. */
const TELLING = /^(at|path|measure|unit|kind|value|op|to|from|quantity|field|name|of|code)$/;
/** Where a thing is drawn and how it looks is seen in the pictures, not by a test. */
const LOOKS =
  /^(className|style|class|[xyrd]|[xy][12]|c[xy]|r[xy]|d[xy]|width|height|size|points|viewBox|transform|stroke\w*|fill\w*|opacity|offset|rows|textAnchor|pad\w*|margin\w*|font\w*)$/;

/** How long something waits before it goes on, and about what size a bare number is: nothing else comes of another. */
const UNSEEN = /^(?!DAY_)[A-Z_]+_MS$|^around$/;

const [path] = process.argv.slice(2);
const source = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
const found = [];
const namedWords = new Map();

const change = (kind, node, text) => found.push({ kind, start: node.getStart(), end: node.getEnd(), text });
const without = (node) => change("condition", node, `!(${node.getText()})`);

/** Whether both sides are the same only by a chance of one in a great many, so that `<` is as good as `<=`. */
const hardlyEverEqual = (node) =>
  [node.left, node.right].some((each) => ts.isNumericLiteral(each) && !Number.isInteger(Number(each.text)));

/** A count becomes the next: a tenth more of it often changes nothing. */
const another = (number) => String(Number.isInteger(number) ? number + 1 : number * 1.1);

function named(node) {
  if (ts.isJsxAttribute(node) || ts.isPropertyAssignment(node)) return node.name.getText();
  return "";
}

function visit(node, looks) {
  if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
  const name = named(node);
  if (UNSEEN.test(ts.isVariableDeclaration(node) ? node.name.getText() : name)) return;
  if (LOOKS.test(name)) looks = true;
  if (!looks) {
    if (ts.isBinaryExpression(node)) {
      const sign = node.operatorToken.getText();
      const words = [node.left, node.right].some((each) => ts.isStringLiteral(each) || ts.isTemplateLiteral(each));
      const same = KIND[sign] === undefined && /^[<>]/.test(sign) && hardlyEverEqual(node);
      if (OTHER[sign] && !(sign === "+" && words) && !same)
        change(KIND[sign] ?? "comparison", node.operatorToken, OTHER[sign]);
    } else if (ts.isConditionalExpression(node)) without(node.condition);
    else if (ts.isIfStatement(node)) without(node.expression);
    else if (ts.isNumericLiteral(node)) change("number", node, another(Number(node.text)));
    else if (node.kind === ts.SyntaxKind.TrueKeyword) change("yes or no", node, "false");
    else if (node.kind === ts.SyntaxKind.FalseKeyword) change("yes or no", node, "true");
    else if (ts.isPrefixUnaryExpression(node) && /[!-]/.test(node.getText()[0]))
      change("sign", node, node.operand.getText());
    if (ts.isJsxAttribute(node) && /^on[A-Z]/.test(name) && node.initializer?.expression) {
      change("hand", node.initializer.expression, "() => undefined");
    }
    const word = ts.isJsxAttribute(node) || ts.isPropertyAssignment(node) ? node.initializer : undefined;
    if (word && ts.isStringLiteral(word) && TELLING.test(name))
      namedWords.set(name, [...(namedWords.get(name) ?? []), word]);
  }
  node.forEachChild((child) => visit(child, looks));
}
visit(source, false);

// One field, unit or choice is taken for another that the same file names in the same place.
for (const words of namedWords.values()) {
  for (const word of words) {
    for (const other of new Set(words.map((each) => each.getText()))) {
      if (other !== word.getText()) change("mistaken", word, other);
    }
  }
}
console.log(JSON.stringify(found));
