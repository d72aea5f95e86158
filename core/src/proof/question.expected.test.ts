// The whole answer to every scenario of scenarios.ts, line by line, as it was read through against docs/proof.md: evidence
// with its weight, standings, conditions, order of the tests with their reasons, verdict and what the customer is told.
import { expect, it } from 'vitest';
import { ask, rows } from './ask-scenario.ts';
import type { CauseAssessment } from './assess-cause.ts';

const params = (p: Readonly<Record<string, unknown>>) =>
  Object.entries(p)
    .map(([k, v]) => `${k}=${String(v)}`)
    .join(',');
const MARK = { met: '+', open: '?', failed: '!' };

function inWords(q: CauseAssessment): string[] {
  const { verdict } = q;
  return [
    `  says  ${verdict.verdict} ${verdict.code} ${params(verdict.params)} / ${q.customer}`,
    `  needs ${q.conditions.map((c) => `${c.id}${MARK[c.state]}${c.test ?? ''}`).join(' ')}`,
    `  cause ${q.standings.map((s) => `${s.cause}:${s.standing}:${s.points}`).join(' ')}`,
    ...q.evidence.map(
      (e) => `  seen  ${e.cause}${e.sign > 0 ? '+' : '-'}${e.weight} ${e.code} ${params(e.params)}`
    ),
    `  tests ${q.tests.map((t) => `${t.id}${t.result ? '.' : ''}(${t.why})`).join(' ')} next ${q.next ?? '-'}`
  ].map((l) => l.trimEnd());
}

it('answers every scenario in every word', async () => {
  const said = rows.flatMap(([scan = '', volts = '', tests = '']) => [
    `${scan} | ${volts} | ${tests}`,
    ...inWords(ask(scan, volts, tests)),
    ''
  ]);
  await expect(said.join('\n')).toMatchFileSnapshot('./question.expected.txt');
});
