export * from './length';
export * from './worked';
export * from './shell';
export * from './part';
export * from './project';
export * from './read';
export * from './empty';
export * from './envelope';
