export { View as default } from './View'
