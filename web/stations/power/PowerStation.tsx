/** Power: hours on a charge, what feeds what, charging, and turning it off. */
import { Link } from 'react-router';
import { Findings } from '../../ui/Findings';
import { useBuild } from '../../state/build';
import { ChargingView } from './ChargingView';
import { HeatView } from './HeatView';
import { HoursView } from './HoursView';
import { LampsView } from './LampsView';
import { NetworkView } from './NetworkView';
import { OffView } from './OffView';
import { Settings } from './Settings';
import { useView, ViewTabs } from './views';

const PAGES = {
  hours: HoursView,
  network: NetworkView,
  charging: ChargingView,
  heat: HeatView,
  lamps: LampsView,
  off: OffView,
} as const;

export default function PowerStation() {
  const { check } = useBuild('check');
  const Page = PAGES[useView()];
  return (
    <>
      <div className="centre sheet">
        <ViewTabs />
        {check.power.energy.loads.length ? <Page /> : <NothingYet />}
      </div>
      <aside className="side" aria-label="Power findings">
        <Findings
          station="power"
          title="What power says"
          empty="The rail, the charge and the hours are in order."
        />
        <Settings />
      </aside>
    </>
  );
}

const NothingYet = () => (
  <header>
    <h1>Hours on one charge</h1>
    <p className="note">
      Nothing draws power yet. <Link to="../kit">Add a board and a screen</Link>; next comes their
      current in a game, with a meter in series.
    </p>
  </header>
);
