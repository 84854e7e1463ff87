export {
  badRequest,
  conflict,
  faultOf,
  notFound,
  parsed,
  problemHandler,
  reasonOf,
  refused,
  RequestFault,
  type FieldFault,
} from './problems';
