import { judge, type Judgement } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** A chip needs a programmer at the station. Stop `gate.programmer.none`; go `gate.programmer.there`. */
export const programmerThere: GateRule = ({ carrier, programmer }) =>
  carrier === 'chip' ? judgeProgrammer(programmer) : undefined;

/** Codes of {@link programmerThere}. */
export function judgeProgrammer(there: boolean): Judgement {
  return there ? judge('go', 'gate.programmer.there') : judge('stop', 'gate.programmer.none');
}
