export { JsonError, MAX_JSON_DEPTH, parseJson } from './parseJson'
