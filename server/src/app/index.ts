export { answering } from './answering';
export { HelperThread } from './helper';
export { newId } from './ids';
export { badRequest, conflict, faultOf, notFound, parsed, refused, RequestFault, type FieldFault } from './problems';
