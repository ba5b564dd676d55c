/** How strongly each picture shows under the drawing. */
import { Slider } from 'antd';
import type { Body } from '@deft/core/model';

export function Fades({
  body,
  onChange,
}: {
  body: Body;
  onChange: (b: Body, merge: string) => void;
}) {
  const { underlays = [] } = body;
  const fadeTo = (id: string, fade: number) =>
    onChange(
      { ...body, underlays: underlays.map((q) => (q.id === id ? { ...q, fade } : q)) },
      `fade ${id}`,
    );
  return underlays.map((u) => (
    <label key={u.id} className="pair">
      <span>Picture under the {u.piece}</span>
      <Slider
        ariaLabelForHandle={`Fade of the picture under the ${u.piece}`}
        min={0}
        max={1}
        step={0.05}
        value={u.fade}
        onChange={(fade: number) => fadeTo(u.id, fade)}
      />
    </label>
  ));
}
