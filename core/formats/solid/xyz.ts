/** Corners of a mesh without what else hangs on them. */
export function onlyXyz(props: Float32Array, numProp: number): Float32Array {
  if (numProp === 3) return props;
  const out = new Float32Array((props.length / numProp) * 3);
  for (let v = 0; v < out.length / 3; v++) {
    out.set(props.subarray(v * numProp, v * numProp + 3), v * 3);
  }
  return out;
}
