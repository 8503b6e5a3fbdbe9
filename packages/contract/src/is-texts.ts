import { IsObject, ValidateBy, buildMessage } from 'class-validator';

/** A record of texts by name: no other values, and no list. */
export function IsTexts(): PropertyDecorator {
  const isObject = IsObject();
  const ofTexts = ValidateBy({
    name: 'isTexts',
    validator: {
      validate: (value): boolean =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.values(value as object).every((text) => typeof text === 'string'),
      defaultMessage: buildMessage((each) => `${each}$property must be texts by name`),
    },
  });
  return (target, key) => {
    isObject(target, key as string);
    ofTexts(target, key as string);
  };
}

const NULLABLE = 'just-ledger:nullable';

/** A field for which null says something of its own; everywhere else null is the same as a field that is left out. */
export function Nullable(): PropertyDecorator {
  return (target, key) => Reflect.defineMetadata(NULLABLE, true, target, key);
}

/** Whether null says something of its own for a field of a class. */
export function isNullable(type: new () => object, key: string): boolean {
  return Reflect.getMetadata(NULLABLE, type.prototype as object, key) === true;
}
