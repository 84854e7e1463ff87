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
  saidIn,
  type FieldFault,
  type Said,
} from './problems';
