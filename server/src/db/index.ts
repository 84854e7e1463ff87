export {
  alreadyThere,
  answersInMs,
  endedByDeadlock,
  lostConnection,
  migrateDb,
  openDb,
  schemaThere,
  stateOf,
  type Db,
  type OpenDb,
  type SQL,
  type Tx,
} from './db';
