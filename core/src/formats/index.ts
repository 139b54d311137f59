export { readingCells, UTF8_MARK, type ReadingRow } from './readings-table';
