import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { beforeAll, expect, test } from 'vitest';
import { generate } from '../../../src/core/generate/generate';
import { plansToGenerate } from './plans';

// The languages without a compiler here: the output is parsed by the grammars that editors use, not compiled.

const folder = new URL('../../compilers/node_modules/', import.meta.url);

/** A node of a syntax tree, as far as the test looks at it. */
interface SyntaxNode {
  readonly hasError: boolean;
  readonly isError: boolean;
  readonly isMissing: boolean;
  readonly text: string;
  readonly startPosition: { readonly row: number };
  readonly children: readonly SyntaxNode[];
}

interface Grammars {
  readonly Parser: {
    new (): {
      setLanguage(language: unknown): void;
      parse(text: string): { readonly rootNode: SyntaxNode; delete(): void };
    };
    init(): Promise<void>;
  };
  readonly Language: { load(grammar: Uint8Array): Promise<unknown> };
}

let grammars: Grammars;
beforeAll(async () => {
  if (!existsSync(folder)) throw new Error('npm test installs the grammars; so does npm ci in tests/compilers.');
  grammars = createRequire(fileURLToPath(folder))('web-tree-sitter') as Grammars;
  await grammars.Parser.init();
});

/** The places that the grammar does not know. */
function* errorsIn(node: SyntaxNode): Generator<string> {
  if (node.isError || node.isMissing) yield `${node.startPosition.row + 1}: ${node.text.slice(0, 80)}`;
  else if (node.hasError) for (const child of node.children) yield* errorsIn(child);
}

test.each(['swift', 'dart', 'kotlin'] as const)('generated code parses as %s', async (language) => {
  const parser = new grammars.Parser();
  const grammar = new URL(`tree-sitter-wasms/out/tree-sitter-${language}.wasm`, folder);
  parser.setLanguage(await grammars.Language.load(readFileSync(grammar)));
  const wrong: string[] = [];
  for (const { name, plan } of plansToGenerate(process.env.ANDANTE_RUNS ? 50 : 10)) {
    for (const { path, text } of generate(plan, language).files) {
      const tree = parser.parse(text);
      for (const error of errorsIn(tree.rootNode)) wrong.push(`${name} ${path}:${error}`);
      tree.delete();
    }
  }
  expect(wrong).toEqual([]);
});
