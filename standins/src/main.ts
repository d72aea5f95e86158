// The simulated bench as a process of its own. Prints one JSON line with its addresses when it is ready.
//   PROFILES_DIR  folder of the family profiles      WORLD_DIR  where written memory is kept (optional)
//   WORLD_PORT    port of the control server (0: a free one)   WORLD_SPEED  1 to 120, 0 runs free
import { listen } from './world/listen.ts';
import { createControlServer } from './world/control-server.ts';
import { createFileStore } from './world/file-store.ts';
import { loadLayouts } from './world/load-layouts.ts';
import { loadProfiles } from './world/load-profiles.ts';
import { CHIP_UNITS, DONOR_UNITS, STATIONS, UNITS } from './world/saltmarsh.ts';
import { VEHICLES } from './world/saltmarsh-vehicles.ts';
import { World } from './world/world.ts';

const { PROFILES_DIR = 'profiles', WORLD_DIR, WORLD_PORT = '0', WORLD_SPEED = '30' } = process.env;

const world = new World({
  profiles: loadProfiles(PROFILES_DIR),
  units: [...UNITS, ...DONOR_UNITS],
  chipUnits: CHIP_UNITS,
  stations: STATIONS,
  vehicles: VEHICLES,
  layouts: loadLayouts(`${PROFILES_DIR}/vehicles`),
  speed: Number(WORLD_SPEED),
  store: WORLD_DIR ? createFileStore(WORLD_DIR) : undefined
});
await world.start();
const control = createControlServer(world);
const port = await listen(control, Number(WORLD_PORT));
console.log(JSON.stringify({ ready: true, control: `http://127.0.0.1:${port}` }));

function stop() {
  world.stop();
  control.close();
  control.closeAllConnections();
  setTimeout(() => process.exit(0), 300).unref();
}
process.on('SIGTERM', stop).on('SIGINT', stop);
