export { default } from '../api/health.get'
