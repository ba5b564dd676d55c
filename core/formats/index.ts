export { headerSvg } from './headerSvg';
export { controllerSource, reportDescriptor } from './firmware';
export { familyJson, familyTable } from './families';
export {
  dtsText,
  overlaySource,
  USUAL_ADDRESS,
  USUAL_BUS,
  USUAL_CONVERTER_ADDRESS,
} from './overlay';
export { mappingLine, mappingText, readMappingLine } from './mapping';
export { billTable, calliperTable, csv, csvText, pinTable, wireTable } from './csv';
export { sheetSvg, svgText } from './svg';
export { documentSchema } from './schema';
export { cutterDxf, sheetDxf } from './dxf';
export { keyPadTable, padWireTable, readPadSheet } from './tracing';
