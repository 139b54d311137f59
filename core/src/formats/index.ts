export { cellText, RECORD_COLUMNS, recordCells, recordRows, UTF8_MARK, type RecordRow } from './record-table';
export { chartGraph, CHART_LINE_HEIGHT, type ChartEdge, type ChartGraph, type ChartNode } from './chart-graph';
export { edgePath, type ChartLayout, type ChartPoint, type PlacedEdge, type PlacedNode } from './chart-layout';
export { chartAsSvg } from './chart-svg';
export { chartAsMermaid } from './mermaid';
