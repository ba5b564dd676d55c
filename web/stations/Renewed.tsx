/** A page of an older program says so: what it fetches from now on may not fit it. */
import { useState } from 'react';
import { Button } from 'antd';
import { useStore } from 'zustand';
import { renewed } from '../state/api';

export function Renewed() {
  const { is } = useStore(renewed);
  const [later, setLater] = useState(false);
  if (!is || later) return null;
  return (
    <div className="toast" role="status">
      <span>Deft Shell was renewed. Your edits stay; reload to go on with the new one.</span>
      <Button size="small" onClick={() => window.location.reload()}>
        Reload
      </Button>
      <Button size="small" onClick={() => setLater(true)}>
        Later
      </Button>
    </div>
  );
}
