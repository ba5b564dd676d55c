/** A typed figure within a line of others: its name, the field, its unit. */
import { FigureField } from './FigureField';
import style from './figure.module.css';

export const Figure = (field: Parameters<typeof FigureField>[0]) => (
  <span className={style.figure}>
    <FigureField {...field} />
  </span>
);
