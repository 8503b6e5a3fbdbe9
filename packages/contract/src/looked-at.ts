import { Type } from 'class-transformer';
import { IsInt, Min } from 'class-validator';

/**
 * The version that was looked at: it is named wherever something that is there is changed, posted or removed, and
 * refused with 409 where it is another by now. 0 says that there was nothing yet.
 */
export function IsVersion(): PropertyDecorator {
  const isInt = IsInt({ message: 'Name the version that was looked at.' });
  const min = Min(0);
  return (target, key) => {
    isInt(target, key as string);
    min(target, key as string);
  };
}

/** The version that was looked at. */
export class LookedAt {
  @IsVersion() version!: number;
}

/** The version that was looked at, in the address. */
export class LookedAtQuery {
  @Type(() => Number) @IsVersion() version!: number;
}
