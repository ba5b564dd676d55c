export default function PictureView() { return null; }
