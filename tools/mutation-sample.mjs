// @ts-check
/**
 * A plugin of the mutation tool: one in six of the top-level declarations, by their names: the same ones as long as they
 * are called so. All of them would be some eighteen thousand mistakes.
 */
const oneInCount = 6;

/** @param {string} text */
function hashed(text) {
  let hash = 2166136261;
  for (const c of text) hash = Math.imul(hash ^ (c.codePointAt(0) ?? 0), 16777619);
  return hash >>> 0;
}

/** What a declaration is called; a bare statement has no name. @param {any} node @returns {string} */
const nameOf = (node) => {
  const said = node.declaration ?? node;
  return said.id?.name ?? said.declarations?.[0]?.id?.name ?? said.type;
};

export const strykerPlugins = [
  {
    kind: 'Ignore',
    name: 'sampled',
    value: {
      /** @param {{ node: unknown, parentPath: { isProgram: () => boolean } | null }} at */
      shouldIgnore: ({ node, parentPath }) =>
        parentPath?.isProgram() && hashed(nameOf(node)) % oneInCount !== 0 ? 'not in the sample' : undefined,
    },
  },
];
