/** A document of the house, as HTML (`vite.config.ts`). */
declare module "*.md" {
  const html: string;
  export default html;
}
