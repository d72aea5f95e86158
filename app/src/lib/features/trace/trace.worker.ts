import { expose } from 'comlink';
import { TraceDesk } from './trace-desk.ts';

expose(new TraceDesk());
