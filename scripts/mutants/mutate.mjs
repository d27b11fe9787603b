// Every small mistake that could be made in a file of rules, one at a time: another operator, a limit moved,
// a row left out of a table. Words are left alone: what is said is read by people.
import ts from 'typescript';

/** Fields that only say something, and how many digits are shown. */
const WORDING = new Set(
  'text label labels name title group words says source formula improve hint help decimals unit of tell closes note threshold changedBy'.split(
    ' ',
  ),
);

const OTHER_OPERATOR = new Map([
  [ts.SyntaxKind.LessThanToken, ['<=', '>=']],
  [ts.SyntaxKind.LessThanEqualsToken, ['<', '>']],
  [ts.SyntaxKind.GreaterThanToken, ['>=', '<=']],
  [ts.SyntaxKind.GreaterThanEqualsToken, ['>', '<']],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, ['!==']],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, ['===']],
  [ts.SyntaxKind.AmpersandAmpersandToken, ['||']],
  [ts.SyntaxKind.BarBarToken, ['&&']],
  [ts.SyntaxKind.QuestionQuestionToken, ['&&']],
  [ts.SyntaxKind.PlusToken, ['-']],
  [ts.SyntaxKind.MinusToken, ['+']],
  [ts.SyntaxKind.AsteriskToken, ['/']],
  [ts.SyntaxKind.SlashToken, ['*']],
  [ts.SyntaxKind.PercentToken, ['*']],
]);
const OTHER_CALL = { min: 'max', max: 'min', some: 'every', every: 'some', floor: 'ceil', ceil: 'floor' };

const isText = (node) =>
  ts.isStringLiteralLike(node) ||
  ts.isTemplateExpression(node) ||
  (ts.isBinaryExpression(node) && (isText(node.left) || isText(node.right))) ||
  (ts.isParenthesizedExpression(node) && isText(node.expression));

/** A number doubled, halved and one step on; of nought the step alone. */
function otherNumbers(text) {
  const value = Number(text.replaceAll('_', ''));
  if (!Number.isFinite(value)) return [];
  const step = Number.isInteger(value) ? 1 : 10 ** -(text.split('.')[1]?.length ?? 1);
  // A step that is less than a thousandth changes nothing that anybody reads.
  const steps = Math.abs(step / value) >= 0.001 ? [value + step] : [];
  const all = value === 0 ? [1] : [value * 2, value / 2, ...steps];
  return [...new Set(all.map((n) => String(Number(n.toPrecision(12)))))].filter((n) => Number(n) !== value);
}

/**
 * The mutants of a source text, in the order of the text.
 *
 * @returns each with where it begins and ends, what stands there then, and what kind of mistake it is
 */
export function mutantsOf(source, fileName = 'rules.ts') {
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.ES2023, true);
  const found = [];
  const add = (node, replacement, kind) => {
    const from = node.getStart(file);
    found.push({
      from,
      to: node.getEnd(),
      replacement,
      kind,
      line: file.getLineAndCharacterOfPosition(from).line + 1,
    });
  };
  const visit = (node) => {
    if (
      ts.isTypeNode(node) ||
      ts.isImportDeclaration(node) ||
      ts.isExportDeclaration(node) ||
      ts.isInterfaceDeclaration(node) ||
      ts.isTypeAliasDeclaration(node) ||
      ts.isTemplateExpression(node)
    )
      return;
    if (ts.isPropertyAssignment(node) && WORDING.has(node.name.getText(file))) return;
    if (ts.isNewExpression(node) && /Error$/.test(node.expression.getText(file))) return;
    operators(node);
    numbers(node);
    conditions(node);
    rows(node);
    statements(node);
    ts.forEachChild(node, visit);
  };
  const operators = (node) => {
    if (ts.isBinaryExpression(node)) {
      const { kind } = node.operatorToken;
      const arithmetic = kind === ts.SyntaxKind.PlusToken && isText(node);
      if (!arithmetic)
        for (const other of OTHER_OPERATOR.get(kind) ?? []) add(node.operatorToken, other, 'operator');
    }
    if (ts.isPrefixUnaryExpression(node)) {
      const bare = node.operand.getText(file);
      if (node.operator === ts.SyntaxKind.ExclamationToken) add(node, bare, 'negation');
      if (node.operator === ts.SyntaxKind.MinusToken && !ts.isNumericLiteral(node.operand))
        add(node, bare, 'sign');
    }
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const { name } = node.expression;
      const other = OTHER_CALL[name.text];
      if (other) add(name, other, 'call');
    }
    if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'false', 'boolean');
    if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'true', 'boolean');
  };
  const numbers = (node) => {
    if (!ts.isNumericLiteral(node)) return;
    const { parent } = node;
    // A key, an index that only names a place, and a count of digits are not limits.
    if (ts.isPropertyAssignment(parent) && parent.name === node) return;
    if (ts.isElementAccessExpression(parent) && parent.argumentExpression === node) return;
    const caller = ts.isCallExpression(parent) ? parent.expression.getText(file) : '';
    if (/\.(toFixed|toPrecision|at|slice)$/.test(caller)) return;
    for (const other of otherNumbers(node.getText(file))) add(node, other, 'number');
  };
  const conditions = (node) => {
    const condition = ts.isIfStatement(node)
      ? node.expression
      : ts.isConditionalExpression(node)
        ? node.condition
        : null;
    if (!condition) return;
    // Where the other way is only another word, it is wording.
    if (ts.isConditionalExpression(node) && isText(node.whenTrue) && isText(node.whenFalse)) return;
    add(condition, 'true', 'condition');
    add(condition, 'false', 'condition');
  };
  /** Rows of tables: what stands in a list or under a name outside any function. */
  const rows = (node) => {
    const list = ts.isArrayLiteralExpression(node)
      ? node.elements
      : ts.isObjectLiteralExpression(node)
        ? node.properties
        : [];
    if (list.length < 2 || insideFunction(node)) return;
    for (const row of list) {
      if (ts.isPropertyAssignment(row) && WORDING.has(row.name.getText(file))) continue;
      if (ts.isStringLiteralLike(row) || ts.isSpreadElement(row) || ts.isSpreadAssignment(row)) continue;
      const next = source.slice(row.getEnd()).match(/^\s*,/);
      found.push({
        from: row.getStart(file),
        to: row.getEnd() + (next?.[0].length ?? 0),
        replacement: '',
        kind: 'row',
        line: file.getLineAndCharacterOfPosition(row.getStart(file)).line + 1,
      });
    }
  };
  const statements = (node) => {
    if (ts.isExpressionStatement(node) && insideFunction(node)) add(node, ';', 'statement');
  };
  visit(file);
  return found.sort((a, b) => a.from - b.from || a.to - b.to);
}

function insideFunction(node) {
  for (let up = node.parent; up; up = up.parent) if (ts.isFunctionLike(up)) return true;
  return false;
}

/** The source with one mistake in it. */
export const withMutant = (source, { from, to, replacement }) =>
  source.slice(0, from) + replacement + source.slice(to);

const printer = ts.createPrinter({ removeComments: true });

/** A source without comments and however it was laid out: what of it can be told by running it. */
export const bareOf = (source, file) =>
  printer.printFile(ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true));
