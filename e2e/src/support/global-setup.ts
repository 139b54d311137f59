import { ServerProcess } from './server-process';

/** Makes the demo data once; what it gives back runs after the last test. */
export default async function globalSetup(): Promise<() => void> {
  return ServerProcess.makeTemplate();
}
