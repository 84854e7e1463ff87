export { apiPath, routes, type Route, type RouteName } from './routes';
