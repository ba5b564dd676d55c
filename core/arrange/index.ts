export {
  AIMS,
  Arranger,
  partsElsewhere,
  figuresOf,
  type Aim,
  type Figures,
  type Layout,
  type Progress,
  type Shown,
} from './arranger';
export { easings, tooThick, whyNot, type Ease, type WhyNot } from './why';
