/** A typed figure within a line of others: its name, the field, its unit. */
import { FigureField } from '../../ui/FigureField';
import style from './power.module.css';

export const Figure = (field: Parameters<typeof FigureField>[0]) => (
  <span className={style.figure}>
    <FigureField {...field} />
  </span>
);
