import type { Block, ChainData, Span, Text } from '$lib/paper-types.ts';
import type { ReturnData } from '$lib/return-types.ts';
import { when } from '../shared/when.ts';

export const mono = (text: string): Span => ({ text, mono: true });
export const strong = (text: string): Span => ({ text, bold: true });

/** The stretches of a text. */
export const spansOf = (text: Text): readonly Span[] =>
  Array.isArray(text) ? (text as readonly Span[]) : [text as Span];

/** Foot of every paper: the chain of acts, and the code that opens the job. */
export function codeBlock(
  jobNumber: number,
  {
    chain,
    code,
    printedAt
  }: { readonly chain: ChainData; readonly code: string; readonly printedAt: Date }
): Block {
  const said: Text =
    chain.brokenAt === undefined
      ? [
          `The chain of acts is whole: ${chain.length} acts, last hash `,
          mono(chain.last || '–'),
          '.'
        ]
      : strong(
          `The chain of acts is broken at number ${chain.brokenAt}: this record is not to be trusted.`
        );
  return {
    kind: 'code',
    svg: code,
    text: [said, `The code opens job ${jobNumber}. Printed ${when(printedAt)}.`]
  };
}

/** Who signed that faults may stay, for which, and why. */
export const signedBlock = (s: ReturnData['signings'][number]): Block => ({
  kind: 'signature',
  text: `May stay: ${s.exceptions.join(', ')}. ${s.note}. ${s.signedBy}, ${when(s.at)}`,
  strokes: s.signature
});
