export { type Newest, type SubjectState } from './book-table';
export { bookRouter } from './book-routes';
export { readPage, writeEntries, type BookDeps, type EntryCheck } from './book-service';
export { KindRegistry, registered, type KindModule, type NewestPatch, type ProjectedEntry } from './kind';
export { lookedKind, noteKind, strikeKind } from './book-kinds';
export { checkPhoto, photoKind, PhotoRoom } from './photo-service';
export { rebuildAll } from './projection';
export { readSubjects } from './book-repo';
export { diaryKind, diaryKinds, readDiary, readDiaryIn, type DiaryKindName, type DiaryRow, type Newly } from './diary';
