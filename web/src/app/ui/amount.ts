import { uiPages } from '#words/ui';
import { speech } from '../base/speech';
import { Pipe, type PipeTransform } from '@angular/core';
import { amount, amountFigure, unitName } from '#words/units';

/** A canonical amount in the keeper's unit, with its name: `{{ netVolumeL | amount: 'volume' : 1 }}` is `54.0 L`. */
@Pipe({ name: 'amount' })
export class AmountPipe implements PipeTransform {
  transform(value: number | null | undefined, quantityId: string, decimalsCount = 1): string {
    return value === null || value === undefined ? '' : amount(speech(), quantityId, value, decimalsCount);
  }
}
/** The same without the name of the unit, for columns that say it in their head. */
@Pipe({ name: 'bareAmount' })
export class BareAmountPipe implements PipeTransform {
  transform(value: number | null | undefined, quantityId: string, decimalsCount = 1): string {
    return value === null || value === undefined ? '' : amountFigure(speech(), quantityId, value, decimalsCount);
  }
}
/** The name of the keeper's unit of a quantity, for labels and heads: `{{ 'volume' | unitName }}` is `L`. */
@Pipe({ name: 'unitName' })
export class UnitNamePipe implements PipeTransform {
  transform(quantityId: string): string {
    return unitName(speech(), quantityId);
  }
}

const words: Readonly<Record<string, string>> = {
  L: 'Litres',
  [uiPages.usGal]: 'US gallons',
  [uiPages.impGal]: 'Imperial gallons',
};
/** The same written out, where it stands alone as a label: `Litres`. */
@Pipe({ name: 'unitWord' })
export class UnitWordPipe implements PipeTransform {
  transform(quantityId: string): string {
    const name = unitName(speech(), quantityId);
    return words[name] ?? name;
  }
}
