export { overlaySource, EVENT_CODES, dtsText } from './overlay';
export { mappingLine, buttonNumbers, mappingText } from './mapping';
export { billTable, csv, csvText, pinTable, wireTable } from './csv';
export { sheetSvg, svgText } from './svg';
export { documentSchema } from './schema';
export { sheetDxf } from './dxf';
