/** What lies under all layers. */
export type Backdrop =
  { readonly kind: 'clear' } | { readonly kind: 'key'; readonly colour: string };
