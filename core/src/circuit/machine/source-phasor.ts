import { conductorRole, type SupplyDocument } from '../../unit-model';

/** Volts and angle of a conductor against the return of its source; undefined for the return and for earth. */
export function sourcePhasor(
  supply: SupplyDocument,
  name: string,
  nominal: number,
): { readonly volts: number; readonly degrees: number } | undefined {
  const role = conductorRole(supply, name);
  const leg = nominal / 2;
  switch (supply.system) {
    case 'dc':
      return role === 'plus' ? { volts: nominal, degrees: 0 } : undefined;
    case 'split-phase':
      return role === 'line-1'
        ? { volts: leg, degrees: 0 }
        : role === 'line-2'
          ? { volts: leg, degrees: 180 }
          : undefined;
    case 'three-phase':
      return roleAngle(role, nominal / Math.sqrt(3), [0, -120, 120]);
    case 'high-leg':
      return role === 'line-3' ? { volts: leg * Math.sqrt(3), degrees: 90 } : roleAngle(role, leg, [0, 180, 0]);
    default:
      return role === 'line-1' || role === 'line-2'
        ? { volts: nominal, degrees: role === 'line-1' ? 0 : 180 }
        : undefined;
  }
}

function roleAngle(
  role: string | undefined,
  volts: number,
  angles: readonly [number, number, number],
): { readonly volts: number; readonly degrees: number } | undefined {
  const index = ['line-1', 'line-2', 'line-3'].indexOf(role ?? '');
  return index < 0 ? undefined : { volts, degrees: angles[index] ?? 0 };
}
