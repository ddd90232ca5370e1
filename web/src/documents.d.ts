/** A document of the house, as HTML (`vite.config.ts`). */
declare module "*.md" {
  const html: string;
  export default html;
}
declare module "primevue/toasteventbus" {
  const bus: {
    on(type: string, handler: (message: unknown) => void): void;
    off(type: string, handler: (message: unknown) => void): void;
    emit(type: string, message: unknown): void;
  };
  export default bus;
}
