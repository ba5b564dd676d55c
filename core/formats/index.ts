export { overlaySource, EVENT_CODES, dtsText } from './overlay';
export { mappingLine, buttonNumbers, mappingText } from './mapping';
export { csv, csvText, pinTable } from './csv';
export { sheetSvg, svgText } from './svg';
export { sheetsPdf, PAPER_MM, type Fonts, type Paper } from './pdf';
export { documentSchema } from './schema';
