import {
  COLOURS,
  PAPER_SIZES,
  type PaperSize,
  type Colours,
  DATE_ORDERS,
  MARKS_OF_AMOUNTS,
  type DateOrder,
  type MarksKey,
  type Preferences,
  type CivilDate,
} from '@just-ledger/core';
import { IsEmail, IsIn, IsString, MaxLength, MinLength } from 'class-validator';

/** Signing in. */
export class SignInRequest {
  @IsString() @MaxLength(254) email!: string;
  @IsString() @MaxLength(200) password!: string;
}

/** The first person of an installation, who owns it. */
export class FirstOwnerRequest {
  @IsEmail({}, { message: 'Enter an e-mail address.' }) @MaxLength(254) email!: string;
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
  @IsString() @MinLength(10, { message: 'A password has at least 10 characters.' }) @MaxLength(200) password!: string;
}

/** A new password, with the one it takes the place of. */
export class ChangePasswordRequest {
  @IsString() @MaxLength(200) current!: string;
  @IsString() @MinLength(10, { message: 'A password has at least 10 characters.' }) @MaxLength(200) next!: string;
}

/** How a person reads and types amounts and dates, and in which colours. */
export class PreferencesRequest {
  @IsIn(Object.keys(MARKS_OF_AMOUNTS)) amounts!: MarksKey;
  @IsIn(DATE_ORDERS) dates!: DateOrder;
  @IsIn(COLOURS) colours!: Colours;
  @IsIn(PAPER_SIZES) paper!: PaperSize;
}

/** Who is signed in. */
export interface SessionResponse {
  person: { email: string; name: string; preferences: Preferences } | null;
  /** Whether nobody has been set up yet. */
  firstRun: boolean;
  /** The civil date of the books. */
  today: CivilDate;
}
