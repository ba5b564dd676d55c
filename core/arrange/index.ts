export {
  AIMS,
  Arranger,
  elsewhere,
  figuresOf,
  type Aim,
  type Figures,
  type Layout,
  type Progress,
  type Shown,
} from './arranger';
export { eases, tooThick, whyNot, type Ease, type WhyNot } from './why';
