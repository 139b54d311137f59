import { ServerProcess } from './server-process';

export default async function globalSetup(): Promise<void> {
  await ServerProcess.makeTemplate();
}
