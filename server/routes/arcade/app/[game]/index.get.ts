export { default } from './[...file].get'
