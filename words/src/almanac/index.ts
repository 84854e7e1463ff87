export { consistencyWords } from './consistency';
export { almanacPages } from './pages';
