import { mkdirSync, rmSync } from 'node:fs';
import { Yard, prepared } from './yard';

/** Makes the demo's data once; every yard begins with a copy of them. */
export default async function prepare() {
  rmSync(prepared, { recursive: true, force: true });
  mkdirSync(prepared, { recursive: true });
  const yard = await Yard.on(prepared);
  await yard.stop();
}
