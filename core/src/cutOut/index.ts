export { CUT_OUT_FORMATS, exportCutOut, NothingCutError, type CutOutFormat } from './exportCutOut'
