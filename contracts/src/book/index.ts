export {
  adviceKinds, bookEntry, bookPage, changePayload, exportedBook, exportedEntry, geometry, givenAdvice, kinds, lookedPayload, newEntry, notePayload, readingContexts, readingsPayload, readingValue,
  setUpPayload, sourcePayload, sourceStates, strikePayload, writeRequest, writeResponse,
  type BookEntry, type BookPage, type ChangePayload, type GivenAdvice, type Kind, type LookedPayload, type NewEntry, type NotePayload, type ReadingsPayload, type ReadingValue, type SetUpPayload, type SourcePayload, type StrikePayload, type WriteResponse,
} from './entries';
