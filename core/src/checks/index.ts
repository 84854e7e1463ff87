export { publishedCases, type PublishedCase } from './published.cases';
export { caseOf, inputOf, toleranceOf } from './lookup.cases';
