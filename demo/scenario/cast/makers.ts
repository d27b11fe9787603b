import type { UnitKind } from '#core/base/vocabulary';

/** Makers and their model lines by kind; tons or size follows the number. */
export const MAKERS: Record<UnitKind, readonly (readonly [maker: string, line: string])[]> = {
  'package gas/electric': [
    ['Norvane', 'NVG'],
    ['Calvrick', 'CK-G'],
    ['Tarnvex', 'TH6'],
  ],
  'package heat pump': [
    ['Norvane', 'NVH'],
    ['Quorvane', 'QHP'],
  ],
  'package cooling only': [
    ['Calvrick', 'CK-C'],
    ['Quorvane', 'QC'],
  ],
  'split with air handler': [['Tarnvex', 'TS4']],
  'make-up air': [['Brindlecombe', 'MA-D']],
  'water-source heat pump': [['Quorvane', 'QWS']],
  boiler: [['Emberlode', 'CB']],
  'unit heater': [['Brindlecombe', 'UH-T']],
  'exhaust fan': [['Fenwhist', 'XF']],
};
