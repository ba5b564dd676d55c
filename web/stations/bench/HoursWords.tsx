/** Hours with their band. */
import { type Hours, withUncertainty } from '@deft/core/bench';

export const HoursWords = ({ hours: { hours, within } }: { hours: Hours }) => (
  <b>{withUncertainty(hours, within)} h</b>
);
