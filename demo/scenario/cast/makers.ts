import type { UnitKind } from '#core/base/vocabulary';

/** Makers and their model lines by kind; tons or size follows the number. */
export const MAKERS: Record<UnitKind, readonly (readonly [maker: string, line: string])[]> = {
  'package gas/electric': [
    ['Norvane', 'NVG'],
    ['Calthwick', 'CK-G'],
    ['Tarnhelm', 'TH6'],
  ],
  'package heat pump': [
    ['Norvane', 'NVH'],
    ['Quorndale', 'QHP'],
  ],
  'package cooling only': [
    ['Calthwick', 'CK-C'],
    ['Quorndale', 'QC'],
  ],
  'split with air handler': [['Tarnhelm', 'TS4']],
  'make-up air': [['Brindlecombe', 'MA-D']],
  'water-source heat pump': [['Quorndale', 'QWS']],
  boiler: [['Emberlode', 'CB']],
  'unit heater': [['Brindlecombe', 'UH-T']],
  'exhaust fan': [['Fennimore', 'XF']],
};
