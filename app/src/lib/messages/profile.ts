import { text, type MessageOf, type Texts } from './message.ts';

/** A fault of a profile: what it is; the place inside the file is shown beside it. */
const fault =
  (title: string, param?: string): MessageOf =>
  (p) => ({
    title,
    text: [text(p['path']), param === undefined ? '' : text(p[param])]
      .filter((t) => t !== '')
      .join(': ')
  });

/** Why a profile was not loaded. */
export const profile = {
  'profile.file.syntax': fault('The file is no JSON', 'reason'),
  'profile.schema.breach': fault('Not as the schema wants it', 'reason'),
  'profile.family.twice': fault('Two files for one family', 'family'),
  'profile.id.twice': fault('The same id twice', 'id'),
  'profile.region.overlap': fault('Regions overlap'),
  'profile.region.unknown': fault('Unknown region', 'region'),
  'profile.erase.uneven': fault('The region is not made of whole erase blocks'),
  'profile.order.incomplete': fault('The order must name every region once'),
  'profile.field.outside': fault('Field outside its region', 'region'),
  'profile.rule.outside': fault(
    'Checksum outside its region, half over itself, or over nothing',
    'region'
  ),
  'profile.rule.words': fault('A sum of words covers half a word'),
  'profile.rule.blocks': fault('Blocks need one range, no fixed value, and at most 65 536 of them'),
  'profile.rule.free': fault(
    'A fixed value needs free bytes inside its range, and only it has any'
  ),
  'profile.rule.clash': fault('Two checksums are stored at one place'),
  'profile.range.outside': fault('Range outside its region', 'region'),
  'profile.reset.unfit': fault('Not a learnt value that can be set back'),
  'profile.range.overlap': fault('Two ranges claim the same bytes'),
  'profile.secret.outside': fault('Secret outside its region', 'region'),
  'profile.transform.unknown': fault('Unknown transform', 'transform'),
  'profile.transform.step': fault(
    'A step that does not go: its figures, or the length of the region'
  ),
  'profile.field.form': fault('A field that its bytes cannot hold'),
  'profile.label.pattern': fault('A number does not fit its pattern', 'number'),
  'profile.match.unknown': fault('A rule about a field that there is not', 'field'),
  'profile.supersession.loop': fault('Numbers replace each other in a circle', 'loop'),
  'profile.access.unwired': fault('An access without wiring'),
  'profile.access.ground': fault('A fed access without ground'),
  'profile.access.order': fault('Out of the order of connecting'),
  'profile.chip.size': fault('Chip does not fit its region'),
  'profile.socket.access': fault(
    'Only an access through the diagnostic socket has a place in the vehicle'
  ),
  'profile.connector.numbers': fault('Two cavities with one number'),
  'profile.wire.place': fault('A wire needs exactly one place: cavities, pads, chip or another'),
  'profile.wire.unknown': fault('A wire to a cavity, pad or chip that is not drawn'),
  'profile.wire.twice': fault('Two wires in one place'),
  'profile.wire.never': fault('A wire on a pad that must never be touched'),
  'profile.supply.order': fault('Least above most'),
  'profile.secret.unknown': fault('Unknown security data', 'secret'),
  'profile.risk.unknown': fault('Unknown risk', 'risk'),
  'profile.wear.order': fault('Bands of wear out of order'),
  'profile.exercise.curve': fault('A sensor curve that cannot be told apart'),
  'profile.exercise.link': fault('Exercised without an access that speaks on the bench'),
  'profile.processor.unknown': fault('Processors do not match the regions')
} satisfies Texts;
