export { LAMP_COLOURS, lampResistor, type LampColour } from './led';
export { lowLamp, type LowLamp } from './low';
