export { assert, ok, refuse, unwrap, type Refusal, type Result } from './result';
export { firstFault, guarded, type NumberGuard } from './guard';
export { type NoFacts, type ReasonOf } from './reason';
export { because, type Why } from './why';
