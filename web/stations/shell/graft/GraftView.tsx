export default function GraftView() { return null; }
