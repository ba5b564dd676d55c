/** Changes of a document and the ways out that offer them. */
export { applied, appliedAll } from './applied';
export type { Change, ChangeOf, WayOut } from './change';
export { freshId, withAdded, without } from './items';
