import type { Block, Paper, Text } from '$lib/paper-types.ts';
import type { FittingData } from '$lib/post-types.ts';
import { PHASE_WORDS } from '$lib/messages/return-words.ts';
import { wordsOf } from '../shared/return-steps.view.ts';
import { mono, strong } from './paper.view.ts';

/** The sheet that goes with a unit by post: what to do when it is fitted, and how to tell how it went. `code`: QR code of the link, undefined where there is none. */
export function layFitting(fitting: FittingData, code: string | undefined): Paper {
  const { jobNumber, vehicle, vin, unitTag, steps, complaint, answerBy } = fitting;
  const phases = [...new Set(steps.map((s) => s.phase))];
  const day = answerBy?.toLocaleDateString('en-GB', { dateStyle: 'long' });
  return {
    title: 'Fitting sheet',
    aside: `job ${jobNumber}`,
    blocks: [
      text([
        ...(unitTag ? ['Unit ', mono(unitTag), ' for '] : ['For ']),
        strong(vehicle),
        ...(vin ? [', VIN ', mono(vin)] : [])
      ]),
      text(
        'Airbag and high-voltage systems are for qualified persons. Maker’s information and local law come first.'
      ),
      ...phases.flatMap((phase): Block[] => [
        { kind: 'heading', text: PHASE_WORDS[phase] },
        {
          kind: 'table',
          head: [],
          rows: steps
            .filter((s) => s.phase === phase)
            .map((s) => {
              const { name, how } = wordsOf(s, complaint);
              return ['☐', strong(name), how];
            })
        }
      ]),
      ...(code && day
        ? [
            {
              kind: 'code',
              svg: code,
              text: [
                strong('Tell us how it went: open this link.'),
                `It needs no account and shows only this sheet. Please answer until ${day}.`
              ]
            } as const
          ]
        : [])
    ]
  };
}

const text = (of: Text): Block => ({ kind: 'text', text: of });
