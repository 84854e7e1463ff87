/** What other slices use of this one. Its pages are opened by the shell. */
export { CareChanges } from './care-changes';
export { careDiaryKinds, careOfHouse, contactsOfHouse } from './care-book';
