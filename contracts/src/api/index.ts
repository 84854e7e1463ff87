export { apiPath, askedHeader, routes, type Route, type RouteName } from './routes';
