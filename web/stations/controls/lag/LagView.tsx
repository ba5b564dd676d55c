/** From the press to the light, stage by stage, and how long a key waits until its contact is still. */
import { Bounce } from './Bounce';
import { Stages } from './Stages';

export function LagView() {
  return (
    <>
      <Stages />
      <Bounce />
    </>
  );
}
