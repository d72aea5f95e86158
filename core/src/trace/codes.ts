import type { None } from '../base/codes.ts';

/** What `trace` tells: problems by code, each with its figures. */
export interface TraceCodes {
  'trace.file.empty': None;
  'trace.file.large': { mostMib: number };
  'trace.file.pcapng': None;
  'trace.file.unknown': None;
  'trace.link.other': { linkType: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends TraceCodes {}
}
