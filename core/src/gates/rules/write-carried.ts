import { judgeWriteBudget } from '../../electrical/write-budget.ts';
import type { GateRule } from '../facts.ts';

/** What is set at the bench supply carries erasing and writing. Codes of `judgeWriteBudget`; nothing where something else feeds it, or is said of it already. */
export const writeCarried: GateRule = ({ carrier, budget, supply, feed }) =>
  carrier === 'can-uds' && budget && supply?.on && feed?.by !== 'vehicle'
    ? judgeWriteBudget(budget, supply)
    : undefined;
