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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
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
      }[];
    }[];
  };
};
//# sourceMappingURL=types.d.ts.map
