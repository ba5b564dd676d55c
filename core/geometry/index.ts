export * from './ring';
export * from './convex';
export * from './prism';
export * from './gap';
export * from './pose';
export * from './view';
export * from './solid';
