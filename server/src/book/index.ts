export { type Newest, type NewestItem, type SubjectState } from './book-table';
export { entryHash } from './canonical';
export { serveBook } from './book-routes';
export { readPage, writeEntries, type BookDeps } from './book-service';
export { notInDiary, ofKind, readDiary, type DiaryRow } from './diary';
export {
  KindRegistry,
  type BookFault,
  type BookRules,
  type EntryOf,
  type KindModule,
  type KindModules,
  type NewestPatch,
  type Newly,
  type ProjectedEntry,
} from './kind';
export { lookedKind, noteKind, strikeKind } from './page-kinds';
export { UploadReader } from './upload-reader';
export { photoKind, PhotoRoom } from './photo-service';
export { rebuildAll } from './projection';
export { namesOf, readSubjects } from './book-repo';
export { diaryView } from './diary-service';
