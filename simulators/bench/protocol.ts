/** What may be said to the bench: for whoever stands between it and a page. */
export { Plan } from './plan';
export { type Role, ROLES } from './scpi';
export { Connected } from './world';
