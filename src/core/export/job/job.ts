/** What an export has to work with. */
import type { Check } from '../../check';
import type { TextRange } from '../../language/range';
import type { Source } from '../../report/source';

/** The identities that mobile systems know an app by, for the files that hand web URLs to it. */
export interface AppIdentity {
  /** Team and bundle: `TEAM123456.com.example.huts`. */
  readonly appleId: string | null;
  /** `com.example.huts` */
  readonly androidPackage: string | null;
  /** SHA-256 fingerprint of the signing certificate, in hexadecimal pairs with colons between them. */
  readonly androidCertificate: string | null;
}

export interface ExportOptions {
  /** The variant; null for the first one, or for all where a format shows all. */
  readonly variant: string | null;
  /** Only the screens of this module, by name. */
  readonly module: string | null;
  /** Only screens near this one, by label. */
  readonly around: string | null;
  /** How many steps from it still count as near. */
  readonly steps: number;
  readonly identity: AppIdentity;
}

/** Fonts, and the script and the style of the prototype: files of the project that the pure core cannot read itself. */
export interface ExportParts {
  readonly prototype: { readonly script: string; readonly style: string };
  /** WOFF2 in base64. */
  readonly fonts: {
    readonly sans: string;
    readonly sansBold: string;
    readonly mono: string;
    readonly monoBold: string;
  };
}

/** Something that an export leaves out, because the plan does not say it. */
export interface ExportGap {
  readonly range: TextRange;
  readonly message: string;
}

export interface Job {
  readonly check: Check;
  readonly source: Source;
  readonly options: ExportOptions;
  readonly parts: ExportParts;
}
