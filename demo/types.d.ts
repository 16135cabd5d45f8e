import type { FixtureType } from '#core/model/records';
export declare const types: {
  aster19: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  aster26: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  aster36: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  aster50: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  lanternFresnel: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  smallFresnel: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  tidewell: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  canNarrow: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  canMedium: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  canWide: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  flood: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  cyc3: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  strip: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  followSpot: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  movingSpot: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  movingWash: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  ledWash: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  ledBatten: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
  hazer: {
    readonly id: string;
    readonly kind: 'type';
    readonly maker: string;
    readonly name: string;
    readonly family:
      | 'LED batten'
      | 'LED wash'
      | 'PAR'
      | 'cyc'
      | 'effect'
      | 'flood'
      | 'follow spot'
      | 'fresnel'
      | 'moving spot'
      | 'moving wash'
      | 'plano-convex'
      | 'profile'
      | 'strip';
    readonly lamp: 'Discharge' | 'Halogen' | 'LED' | 'Tungsten';
    readonly watts: number;
    readonly weight: number;
    readonly length: number;
    readonly width: number;
    readonly height: number;
    readonly hang: number;
    readonly beam: number;
    readonly field: number;
    readonly lumens: number;
    readonly kelvin: number;
    readonly cells: number;
    readonly pan: number;
    readonly tilt: number;
    readonly modes: readonly {
      readonly name: string;
      readonly channels: readonly {
        readonly attribute: string;
        readonly offset: readonly number[];
        readonly break: number;
        readonly default?: number;
        readonly highlight?: number;
        readonly physical?: readonly [number, number];
        readonly functions?: readonly {
          readonly name: string;
          readonly attribute: string;
          readonly from: number;
          readonly physical: readonly [number, number];
          readonly wheel?: string;
        }[];
      }[];
    }[];
    readonly source?: string;
    readonly volts?: number;
    readonly powerFactor?: number;
    readonly clamp?: string;
    readonly zoom?: {
      readonly beam: number;
      readonly field: number;
    };
    readonly lumensIn?: 'beam' | 'field' | 'total';
    readonly candela?: number;
    readonly photometry?: {
      readonly name: string;
      readonly form: 'A' | 'B' | 'C';
      readonly vertical: readonly number[];
      readonly horizontal: readonly number[];
      readonly candela: readonly number[];
      readonly watts: number;
    };
    readonly frame?: readonly [number, number];
    readonly goboSize?: number;
    readonly fits?: readonly (
      | 'LED ring'
      | 'barn doors'
      | 'colour frame'
      | 'egg crate'
      | 'gobo holder'
      | 'half hat'
      | 'iris'
      | 'moving mirror'
      | 'scroller'
      | 'top hat'
    )[];
    readonly wheels?: readonly {
      readonly name: string;
      readonly slots: readonly {
        readonly name: string;
        readonly colour: readonly [number, number, number] | null;
        readonly media: string;
      }[];
    }[];
    readonly geometry?: readonly {
      readonly name: string;
      readonly element: 'Axis' | 'Beam' | 'Geometry' | 'Other';
      readonly parent: number;
      readonly place: readonly number[];
      readonly size?: readonly [number, number, number];
      readonly form?: 'box' | 'cylinder' | 'sphere';
      readonly file?: string;
    }[];
    readonly thumbnail?: string;
    readonly gdtf?: string;
    readonly symbol?: string;
    readonly owned?: number;
    readonly shelf?: {
      readonly item: string;
      readonly version: number;
    };
  };
};
/** The types as the house keeps them on its Shelf. */
export declare const houseTypes: readonly FixtureType[];
//# sourceMappingURL=types.d.ts.map
