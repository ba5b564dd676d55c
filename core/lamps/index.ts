export { LAMP_COLOURS, lampResistor, type LampColour } from './led';
export { lowLamp, type LowLamp, TOLERANCE } from './low';
