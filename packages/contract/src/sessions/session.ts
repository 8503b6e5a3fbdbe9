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
import { IsEmail, IsIn, IsOptional, IsString, MaxLength, MinLength } from 'class-validator';

/** Signing in. */
export class SignInRequest {
  @IsString() @MaxLength(254) email!: string;
  @IsString() @MaxLength(200) password!: string;
  /** Of the device, or one on paper, where the person has a device. */
  @IsOptional() @IsString() @MaxLength(40) code?: string;
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

/** The password once more, for what somebody at an open screen shall not do. */
export class PasswordAgainRequest {
  @IsString() @MaxLength(200) password!: string;
}

/** The first code of a device. */
export class DeviceCodeRequest {
  @IsString() @MinLength(1, { message: 'Enter the code that the device shows.' }) @MaxLength(40) code!: string;
}

/** What a device takes to show codes: the secret to be typed, and the same as an address to be read from a square. */
export interface DeviceOfferResponse {
  secret: string;
  address: string;
}

/** Codes for paper; they are shown this once. */
export interface RecoveryCodesResponse {
  codes: string[];
}

/** What a browser makes or uses a passkey with, or what came of it: JSON as WebAuthn defines it. */
export interface PasskeyOfferResponse {
  options: string;
}

/** A passkey that a browser has made, with a name to know it by. */
export class NewPasskeyRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(60) name!: string;
  /** JSON: `RegistrationResponseJSON` of WebAuthn. */
  @IsString() @MaxLength(20_000) credential!: string;
}

/** Signing in with a passkey. */
export class PasskeyRequest {
  /** JSON: `AuthenticationResponseJSON` of WebAuthn. */
  @IsString() @MaxLength(20_000) credential!: string;
}

/** A passkey of one's own. */
export interface OwnPasskeyResponse {
  id: number;
  name: string;
  /** UTC, ISO 8601, as the next. */
  createdAt: string;
  /** Null if nobody has signed in with it. */
  usedAt: string | null;
}

/** A session that is open somewhere. */
export interface OwnSessionResponse {
  /** Tells it from the others; it opens nothing. */
  key: string;
  /** UTC, ISO 8601, as the next. */
  createdAt: string;
  /** Give or take some minutes. */
  usedAt: string;
  /** Where it was opened, and with which program, as the request said; empty if it said nothing. */
  address: string;
  agent: string;
  isThis: boolean;
}

/** How one signs in, and where one is signed in. */
export interface OwnSignInResponse {
  sessions: OwnSessionResponse[];
  /** The device whose codes are asked for; null if the password is enough. */
  device: { since: string; codesLeft: number } | null;
  /** The latest first. */
  passkeys: OwnPasskeyResponse[];
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
