/** Parts in and out of files: JSON, CSV, board files (IDF 3.0), and solids made blocks. */
export { PARTS_FORMAT, partsJson, readPartsJson } from './json';
export { COLUMNS, MOST_ROWS, partsCsv, readPartsCsv } from './table';
export { readIdf, type Board, type Placed } from './idf';
export { partOfBoard, partOfSolids } from './blocks';
