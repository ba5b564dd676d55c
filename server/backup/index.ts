/** Backups and the state of a database, for programs beside the server. */
export { writeBackup } from './copies';
export { doctor } from './doctor';
export { Backup, restore, type Restored } from './restore';
export { connect, type Db } from '../store/schema';
export { migrate } from '../migrations/index';
