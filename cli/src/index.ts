export { run } from './main';
export { readReadingsList } from './readings-list';
