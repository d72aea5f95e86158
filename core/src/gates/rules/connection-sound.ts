import type { GateRule } from '../facts.ts';

/** A fault that was measured on the connection holds; what nobody measured does not. Source: common practice. */
export const connectionSound: GateRule = ({ connection }) => connection;
