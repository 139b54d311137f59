export { readSettings, StartRefused, type Settings } from './settings';
export { startServer, type RunningServer } from './start-server';
