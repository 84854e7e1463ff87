// @ts-check
/** ESLint's problems, one line each: where, which rule, what. */
import path from 'node:path';

/** @param {import('eslint').ESLint.LintResult[]} results */
export default (results) =>
  results
    .flatMap(({ filePath, messages }) =>
      messages.map(
        ({ line, ruleId, message }) =>
          `${path.relative(process.cwd(), filePath)}:${line}: ${ruleId ?? 'syntax'}: ${message}`,
      ),
    )
    .join('\n');
