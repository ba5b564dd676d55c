/** A style sheet of one component: its class names, made unique when it is built. */
declare module '*.module.css' {
  const names: Readonly<Record<string, string>>;
  export default names;
}
declare module '*.css';
declare module '*?url' {
  const url: string;
  export default url;
}
