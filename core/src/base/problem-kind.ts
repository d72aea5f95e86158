import type { Code } from './codes.ts';

/**
 * What a problem means for the work that met it; the program goes by this, never by the code.
 * - `silent`: the unit was asked and did not answer. `broken-off`: it began to, and ended in the middle.
 * - `no-contact`: the chip on the clip does not answer. `refused`: the unit answered, and said no.
 * - `garbled`: what came back makes no sense. `no-unit`: the gateway knows no such unit. `unreachable`: it knows it and cannot reach it.
 * - `line`: the way to every unit failed, which says nothing about this one. `stopped`: a person stopped it.
 */
export type ProblemKind =
  | ('silent' | 'broken-off' | 'garbled' | 'no-contact' | 'refused')
  | ('no-unit' | 'unreachable' | 'line' | 'stopped' | 'other');

const KINDS: Readonly<Partial<Record<Code, ProblemKind>>> = {
  'uds.answer.timeout': 'silent',
  'uds.answer.hung': 'broken-off',
  'isotp.frame.timeout': 'broken-off',
  'isotp.flow.timeout': 'broken-off',
  'isotp.flow.overflow': 'garbled',
  'isotp.flow.waits': 'garbled',
  'isotp.message.interrupted': 'garbled',
  'isotp.message.long': 'garbled',
  'isotp.sequence.wrong': 'garbled',
  'uds.answer.nonsense': 'garbled',
  'uds.answer.short': 'garbled',
  'chip.contact.none': 'no-contact',
  'uds.answer.negative': 'refused',
  'doip.unit.unknown': 'no-unit',
  'doip.unit.unreachable': 'unreachable',
  'doip.header.refused': 'line',
  'doip.routing.pending': 'line',
  'doip.routing.refused': 'line',
  'doip.routing.timeout': 'line',
  'doip.socket.lost': 'line',
  'doip.stream.broken': 'line',
  'breakout.link.absent': 'line',
  'link.box.busy': 'line',
  'link.box.refused': 'line',
  'link.socket.lost': 'line',
  'operation.run.stopped': 'stopped'
};

/** The kind of a problem by its code; `other` for what is none of these. Takes a whole problem or only its code. */
export function kindOf(problem: { readonly code: Code } | Code): ProblemKind {
  return KINDS[typeof problem === 'string' ? problem : problem.code] ?? 'other';
}
