export { judgementContributions } from './judgement-contributions';
export { bandsOf, everyParameter, foreseenVerdict, phHolderOf, verdictOf } from './judging';
export { noProspect, type Prospect } from './prospect';
export { Prospects } from './prospects';
export { judged, type Contributor, type JudgeDeps, type JudgedTank } from './states';
