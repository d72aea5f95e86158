import type { None } from '../base/codes.ts';

/** What `profile` tells: problems, findings and verdicts by code, each with its figures. */
export interface ProfileCodes {
  'profile.chip.size': None;
  'profile.erase.uneven': None;
  'profile.field.outside': None;
  'profile.id.twice': None;
  'profile.label.pattern': None;
  'profile.match.unknown': None;
  'profile.order.incomplete': None;
  'profile.processor.unknown': None;
  'profile.range.outside': None;
  'profile.reset.unfit': None;
  'profile.range.overlap': None;
  'profile.region.overlap': None;
  'profile.region.unknown': None;
  'profile.risk.unknown': None;
  'profile.rule.blocks': None;
  'profile.rule.clash': None;
  'profile.rule.free': None;
  'profile.rule.outside': None;
  'profile.rule.words': None;
  'profile.secret.outside': None;
  'profile.secret.unknown': None;
  'profile.socket.access': None;
  'profile.supersession.loop': { loop: string };
  'profile.supply.order': None;
  'profile.transform.step': None;
  'profile.field.form': None;
  'profile.transform.unknown': None;
  'profile.access.ground': None;
  'profile.access.order': None;
  'profile.access.unwired': None;
  'profile.wear.order': None;
  'profile.exercise.curve': None;
  'profile.exercise.link': None;
  'profile.connector.numbers': None;
  'profile.wire.never': None;
  'profile.wire.place': None;
  'profile.wire.twice': None;
  'profile.wire.unknown': None;
}

declare module '../base/codes.ts' {
  interface CodeTable extends ProfileCodes {}
}
