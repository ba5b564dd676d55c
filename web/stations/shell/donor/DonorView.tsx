export default function DonorView() { return null; }
