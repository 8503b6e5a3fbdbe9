import type { OrganisationKind } from '@just-ledger/core';
import { ORGANISATION_KINDS } from '@just-ledger/core';
import { IsBoolean, IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min, MinLength } from 'class-validator';

/** A new set of books. */
export class CreateOrganisationRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
  @IsIn([...ORGANISATION_KINDS]) kind!: OrganisationKind;
  @IsString() @MaxLength(3) baseCurrency!: string;
  @IsInt() @Min(1) @Max(12) fiscalYearStartMonth!: number;
  @IsString() @MaxLength(10) firstDay!: string;
  @IsOptional() @IsBoolean() starterChart?: boolean;
}

/** What of an organisation may change at any time. */
export class ChangeOrganisationRequest {
  @IsOptional() @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name?: string;
  @IsOptional() @IsString() @MaxLength(10) changeoverDate?: string;
  @IsInt() version!: number;
}

/** The roles of people in an organisation. */
export type MemberRole = 'preparer' | 'approver' | 'reader' | 'owner';

/** A set of books. */
export interface OrganisationAnswer {
  id: number;
  name: string;
  kind: OrganisationKind;
  baseCurrency: string;
  fiscalYearStartMonth: number;
  firstDay: string;
  changeoverDate: string | null;
  role: MemberRole;
  version: number;
}
