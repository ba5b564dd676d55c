export { headerSvg } from './headerSvg';
export { controllerSource, reportDescriptor } from './firmware';
export { familyJson, familyTable } from './families';
export { overlaySource, dtsText } from './overlay';
export { mappingLine, mappingText, readMappingLine } from './mapping';
export { billTable, calliperTable, csv, csvText, pinTable, wireTable } from './csv';
export { sheetSvg, svgText } from './svg';
export { documentSchema } from './schema';
export { cutterDxf, sheetDxf } from './dxf';
