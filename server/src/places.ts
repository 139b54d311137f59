import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the product: two folders up from here, both in the source and where the server is built to. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** The server as it is run: plain script, made of the source by the build. */
export const BUILT = join(ROOT, 'dist', 'server');

/** A database nobody has written to yet. Making one takes the embedded PostgreSQL six seconds, copying it a fraction of one. */
export const EMPTY_DATABASE = join(BUILT, 'empty-database');
