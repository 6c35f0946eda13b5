import ts from "typescript";

/** One place in a file where something can be broken, and how. */
export interface Place {
  readonly file: string;
  readonly line: number;
  readonly start: number;
  readonly end: number;
  /** What is there, and what is put there instead. */
  readonly was: string;
  readonly becomes: string;
  /** The text that does either, by what the switch says. */
  switched(isBroken: string): string;
}

const operators: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.PlusToken]: "-",
  [ts.SyntaxKind.MinusToken]: "+",
  [ts.SyntaxKind.AsteriskToken]: "/",
  [ts.SyntaxKind.SlashToken]: "*",
  [ts.SyntaxKind.LessThanToken]: "<=",
  [ts.SyntaxKind.LessThanEqualsToken]: "<",
  [ts.SyntaxKind.GreaterThanToken]: ">=",
  [ts.SyntaxKind.GreaterThanEqualsToken]: ">",
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: "!==",
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: "===",
  [ts.SyntaxKind.AmpersandAmpersandToken]: "||",
  [ts.SyntaxKind.BarBarToken]: "&&",
  [ts.SyntaxKind.QuestionQuestionToken]: "&&",
};

/** Every place in a file's text where something can be broken, in order. */
export function placesOf(file: string, text: string): Place[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Place[] = [];
  const put = (node: ts.Node, was: string, becomes: string, switched: Place["switched"]) => {
    const [start, end] = [node.getStart(), node.getEnd()];
    const line = source.getLineAndCharacterOfPosition(start).line + 1;
    found.push({ file, line, start, end, was, becomes, switched });
  };
  const value = (node: ts.Node, becomes: string) =>
    put(node, node.getText(), becomes, (isBroken) => `(${isBroken} ? ${becomes} : (${node.getText()}))`);
  const visit = (node: ts.Node): void => {
    // Types are checked by the compiler, and what is imported is no behaviour.
    if (
      ts.isTypeNode(node) ||
      ts.isInterfaceDeclaration(node) ||
      ts.isTypeAliasDeclaration(node) ||
      ts.isImportDeclaration(node)
    )
      return;
    if (ts.isBinaryExpression(node)) {
      const to = operators[node.operatorToken.kind];
      const [left, right] = [node.left.getText(), node.right.getText()];
      // An && beside a ?? has to stand in brackets of its own.
      if (to !== undefined) value(node, `((${left}) ${to} (${right}))`);
    } else if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent))
      value(node, node.text === "0" ? "1" : `(${node.text} * 1.01 + 1)`);
    else if (node.kind === ts.SyntaxKind.TrueKeyword) value(node, "false");
    else if (node.kind === ts.SyntaxKind.FalseKeyword) value(node, "true");
    else if (ts.isIfStatement(node)) value(node.expression, `!(${node.expression.getText()})`);
    else if (ts.isConditionalExpression(node)) value(node.condition, `!(${node.condition.getText()})`);
    else if (ts.isReturnStatement(node) && node.expression && !ts.isObjectLiteralExpression(node.expression))
      value(node.expression, "undefined");
    else if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression))
      put(node, node.getText(), "nothing", (isBroken) => `{ if (!${isBroken}) ${node.getText()} }`);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** A file's text with some places that do not overlap made to ask the switch, by their numbers. */
export function withSwitches(text: string, places: readonly (readonly [number, Place])[]): string {
  let switched = text;
  for (const [number, place] of [...places].sort((a, b) => b[1].start - a[1].start))
    switched =
      switched.slice(0, place.start) + place.switched(`isBroken(${number})`) + switched.slice(place.end);
  return `import { mutant as isBroken } from "@/mutant-switch"; ${switched}`;
}
