import { fail, ok, type Result } from '@badger/core/base/result';
import { checkRight, type Right, type Role } from '@badger/core/rights/rights';

/** Pages that one comes to without being signed in. */
type Open = 'open';

/**
 * What every address asks of the person: method and route, as the router names them. An address without an entry is
 * refused, and a test holds the table against the files.
 */
export const ROUTE_RIGHTS: Readonly<Record<string, Right | Open>> = {
  'GET /': 'pages.see',
  'GET /families': 'pages.see',
  'GET /families/[id]': 'pages.see',
  'GET /shop': 'pages.see',
  'GET /jobs': 'pages.see',
  'GET /jobs/[number]': 'pages.see',
  'GET /jobs/[number]/[stage]': 'pages.see',
  'GET /jobs/[number]/quotes/[quote]': 'pages.see',
  'GET /jobs/[number]/record': 'pages.see',
  'GET /jobs/[number]/fitting': 'pages.see',
  'GET /jobs/[number]/certificate': 'pages.see',
  'GET /bundle': 'pages.see',
  'GET /jobs/[number]/safe': 'pages.see',
  'GET /jobs/[number]/safe/receipts/[receipt]': 'paper.see',
  'GET /jobs/[number]/wiring/[role]': 'pages.see',
  'GET /jobs/[number]/scans/[scan]': 'scan.see',
  'GET /jobs/new': 'pages.see',
  'GET /kit': 'pages.see',
  'GET /power': 'pages.see',
  'GET /power/trace': 'pages.see',
  'GET /trace': 'pages.see',
  'GET /dump': 'pages.see',
  'GET /breakout': 'pages.see',
  // whoever has the link, without an account
  'GET /fit/[id]/[mac]': 'open',
  'POST /fit/[id]/[mac]': 'open',
  'GET /set-up': 'open',
  'POST /set-up': 'open',
  'GET /safe': 'pages.see',
  'GET /shelf': 'pages.see',
  'GET /sign-in': 'open',
  'POST /sign-in': 'open',
  'GET /tags': 'pages.see',
  'GET /units/[tag]': 'pages.see',

  'GET /api/events': 'pages.see',
  'GET /api/families/[id]': 'pages.see',
  'GET /api/images/[sha256]/notes': 'pages.see',
  'GET /api/jobs.csv': 'lists.export',
  'GET /api/jobs/of-vin': 'pages.see',
  'GET /api/jobs/[number]/scans/[scan]': 'scan.see',
  'GET /api/operations/[id]/image': 'memory.download',
  'GET /api/operations/[id]/samples': 'pages.see',
  'GET /api/operations/[id]/trace': 'memory.download',
  'GET /api/jobs/[number]/papers/[paper]': 'pages.see',
  'GET /api/jobs/[number]/invoice.csv': 'lists.export',
  'GET /api/jobs/[number]/bundle': 'memory.download',
  'GET /api/parts': 'parts.ask',
  'GET /api/photos/[id]': 'photo.see',
  'GET /api/plan.ics': 'plan.see',
  'GET /api/reads/[id]/image': 'memory.download',
  'GET /api/search': 'pages.see',
  'GET /api/shelf.csv': 'lists.export',
  'GET /api/stations/[id]/socket': 'pages.see',
  'GET /api/stations/[id]/trace.csv': 'pages.see',

  'POST /api/reads/[id]/image': 'secret.see',
  'POST /api/images/[sha256]/notes': 'image.remark',
  'POST /api/images/[sha256]/notes/[id]/strike': 'image.remark',
  'POST /api/shop/hours': 'settings.change',
  'POST /api/shop/prices': 'settings.change',
  'POST /api/shop/rules': 'settings.change',
  'POST /api/shop/skills': 'settings.change',
  'POST /api/jobs': 'job.open',
  'POST /api/jobs/[number]/authority': 'authority.record',
  'POST /api/jobs/[number]/clone': 'memory.build',
  'POST /api/jobs/[number]/clone/source': 'clone.change',
  'POST /api/jobs/[number]/clone/consent': 'rules.consent',
  'GET /api/jobs/[number]/clone/bytes': 'memory.download',
  'POST /api/jobs/[number]/close': 'job.close',
  'POST /api/jobs/[number]/forget-chip': 'unit.forget-chip',
  'POST /api/jobs/[number]/kit': 'kit.tick',
  'POST /api/jobs/[number]/offers': 'offer.keep',
  'POST /api/jobs/[number]/photos': 'photo.keep',
  'POST /api/jobs/[number]/proof': 'proof.decide',
  'POST /api/jobs/[number]/quotes': 'quote.make',
  'POST /api/jobs/[number]/reads': 'memory.import',
  'POST /api/jobs/[number]/access-kind': 'access.choose',
  'POST /api/jobs/[number]/scans': 'scan.run',
  'POST /api/jobs/[number]/scans/bench': 'scan.run',
  'POST /api/jobs/[number]/scans/stop': 'scan.run',
  'POST /api/jobs/[number]/scans/typed': 'scan.keep',
  'POST /api/jobs/[number]/station': 'station.choose',
  'POST /api/jobs/[number]/tests': 'test.record',
  'POST /api/jobs/[number]/exercise': 'scan.run',
  'POST /api/jobs/[number]/exercise/stop': 'scan.run',
  'POST /api/jobs/[number]/unit': 'unit.assign',
  'POST /api/jobs/[number]/safe/[id]/look': 'secret.see',
  'POST /api/jobs/[number]/safe/codes': 'secret.enter',
  'POST /api/jobs/[number]/safe/handovers': 'secret.hand-over',
  'POST /api/jobs/[number]/files': 'file.request',
  'POST /api/jobs/[number]/waiver': 'backup.waive',
  'POST /api/jobs/[number]/accept': 'reads.accept',
  'POST /api/jobs/[number]/return': 'return.note',
  'POST /api/jobs/[number]/post': 'return.note',
  'POST /api/jobs/[number]/return/leave-out': 'return.waive',
  'POST /api/jobs/[number]/return/teach': 'vehicle.teach',
  'POST /api/jobs/[number]/return/start': 'return.note',
  'POST /api/jobs/[number]/return/start/stop': 'return.note',
  'POST /api/jobs/[number]/in-vehicle': 'vehicle.tell',
  'POST /api/jobs/[number]/feed': 'bench.operate',
  'POST /api/jobs/[number]/connection': 'bench.operate',
  'POST /api/jobs/[number]/connection/ticks': 'bench.operate',
  'POST /api/jobs/[number]/connection/readings': 'bench.operate',
  'POST /api/jobs/[number]/connection/sense': 'bench.operate',
  'POST /api/jobs/[number]/evidence': 'bench.operate',
  'POST /api/jobs/[number]/network': 'bench.operate',
  'POST /api/jobs/[number]/desk': 'bench.operate',
  'POST /api/jobs/[number]/causes': 'bench.operate',
  'POST /api/jobs/[number]/access': 'access.choose',
  'POST /api/kit': 'kit.edit',
  // reading and writing differ in what they ask: the act itself looks once more
  'POST /api/operations': 'memory.read',
  'POST /api/operations/[id]/stop': 'operation.stop',
  'POST /api/plan': 'plan.move',
  'POST /api/speed': 'bench.operate',
  'POST /api/stations/[id]/simulator': 'bench.operate',
  'POST /api/stations/[id]/supply': 'bench.operate',
  'POST /api/stations/[id]/socket': 'bench.operate',
  'POST /api/stations/[id]/own-supply': 'settings.change',
  'POST /api/supplies': 'settings.change',
  'POST /api/stock': 'stock.add',
  'POST /api/theme': 'theme.choose',
  'POST /api/units/[tag]': 'unit.move',
  'POST /api/units/[tag]/facts': 'unit.describe',
  'POST /api/vehicle': 'bench.operate'
};

/** What this address asks; undefined where the table has no entry. */
export function rightOf(method: string, routeId: string): Right | Open | undefined {
  return ROUTE_RIGHTS[`${method === 'HEAD' ? 'GET' : method} ${routeId}`];
}

/** Errors: `gate.person.role`, `request.route.unlisted` (nobody said who may do this, so nobody may). */
export function checkRoute(
  request: { method: string; routeId: string },
  role: Role | undefined
): Result<true> {
  const right = rightOf(request.method, request.routeId);
  if (right === undefined)
    return fail('request.route.unlisted', { route: `${request.method} ${request.routeId}` });
  // without a person only what is open, or shown on the wall, comes this far
  return right === 'open' || role === undefined ? ok(true) : checkRight(role, right);
}
