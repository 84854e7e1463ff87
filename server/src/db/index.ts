export {
  alreadyThere,
  answersInMs,
  endedByDeadlock,
  lostConnection,
  migrateDb,
  openDb,
  type Db,
  type OpenDb,
  type Tx,
} from './db';
