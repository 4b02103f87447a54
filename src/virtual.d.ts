declare module 'virtual:languages' {
  /** Where the scripts of a language lie under _astro: “es-3fA9_x2b/”; English has none. */
  const folders: Readonly<Record<string, string>>;
  export default folders;
}
