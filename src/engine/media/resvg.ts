let loaded: Promise<typeof import('@resvg/resvg-wasm')> | null = null;

/** The drawer of SVGs, loaded when first asked for. */
export function loadResvg() {
  loaded ??= import('@resvg/resvg-wasm').then(async (module) => {
    await module.initWasm(fetch('/engine/resvg.wasm'));
    return module;
  });
  return loaded;
}
