export { readDemo, type DemoData } from './read-demo';
