// Builds what has changed since it was last built: `npm run build`, or `npm run build -- server` for what runs under Node.
import { buildPage, buildServer } from './lib/build.mjs';
import { installPackages } from './lib/packages.mjs';

installPackages({ quiet: true });
const isServerAlone = process.argv[2] === 'server';
const isBuilt = (await buildServer()) && (isServerAlone || (await buildPage()));
process.exit(isBuilt ? 0 : 1);
