/** The core of the package `qrcode`: it makes the symbol and draws nothing, so it needs neither files nor a canvas. */
declare module 'qrcode/lib/core/qrcode.js' {
  export interface Symbol {
    readonly modules: { readonly size: number; readonly data: Uint8Array };
  }
  /** @throws if the text is too long for a symbol */
  export function create(text: string, options: { readonly errorCorrectionLevel: 'L' | 'M' | 'Q' | 'H' }): Symbol;
}
