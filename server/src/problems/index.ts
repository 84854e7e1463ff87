export {
  badRequest,
  conflict,
  faultOf,
  notFound,
  parsed,
  problemHandler,
  refused,
  RequestFault,
  type FieldFault,
} from './problems';
