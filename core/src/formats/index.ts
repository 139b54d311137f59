export { plainCell, READING_COLUMNS, readingRows, type ReadingRow } from './readings-table';
