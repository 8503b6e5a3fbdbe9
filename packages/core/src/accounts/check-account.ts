import { keysOf } from '../keyed/keyed.js';
import { type CurrencyCode, isCurrencyCode } from '../money/currency.js';
import { isPlainText } from '../problems/plain-text.js';
import { type Checked, problem, type Problem, refused, valid } from '../problems/problem.js';
import { readTexts } from '../text-details/text-details.js';
import { ACCOUNT_DETAILS, type ProposedAccountDetails } from './account-details.js';
import {
  ACCOUNT_ROLES,
  type AccountRole,
  CLOSED_ROLES,
  CONTRA_ROLES,
  isAccountRole,
  UNTYPED_ROLES,
} from './account-role.js';
import { type Account, type AccountId, type ControlLedger, isPermanentEquity, isTemporary } from './account.js';
import { CASH_FLOW_CLASSES, type CashFlowClass, isCashFlowClass } from './cash-flow-class.js';
import type { Chart } from './chart.js';
import { type Classification, CLASSIFICATIONS, isClassification, proposedClassification } from './classification.js';
import { type Element, elementFromNumber, ELEMENTS, GROWS_ON } from './element.js';

/** An account as somebody proposes it; what is left out is proposed from the rest. References are numbers. */
export interface ProposedAccount extends ProposedAccountDetails {
  readonly number: string;
  readonly name: string;
  readonly element?: string | undefined;
  readonly classification?: string | undefined;
  readonly parent?: string | undefined;
  readonly normalBalance?: string | undefined;
  readonly contra?: boolean | undefined;
  readonly control?: string | undefined;
  readonly currency?: string | undefined;
  readonly typedEntries?: boolean | undefined;
  readonly active?: boolean | undefined;
  readonly role?: string | undefined;
  readonly closesTo?: string | undefined;
  readonly share?: number | undefined;
  readonly settles?: boolean | undefined;
  /** Names of the breakdowns that its lines must name a value of. */
  readonly breakdowns?: readonly string[] | undefined;
  /** Where the cash-flow statement shows it; left out, it is proposed. */
  readonly cashFlow?: string | undefined;
  /** The tax code that new lines on it are proposed with. */
  readonly taxCode?: string | undefined;
}

/** What history says about the account that is to be changed. */
export interface AccountHistory {
  /** How many posted lines stand on it. */
  readonly lines: number;
  /** How many of them name no contact. */
  readonly withoutContact: number;
  /** The numbers of the first entries that touch it. */
  readonly entries: readonly string[];
}

/** An account with its own fields in order; its references still to be looked up by number and name. */
export type AccountFields = Omit<Account, 'id' | 'parent' | 'closesTo' | 'requiredBreakdowns' | 'taxCode'> & {
  readonly parentNumber?: string;
  readonly closesToNumber?: string;
  readonly breakdownNames?: readonly string[];
  readonly taxCodeName?: string;
};

/**
 * Checks what an account says of itself, without looking at the rest of the chart.
 *
 * @returns the account's fields with proposals filled in, or every problem found, each at its field
 * @example checkAccountFields({number: '1510', name: 'Van'}) // → an asset under non-current assets
 */
export function checkAccountFields(proposed: ProposedAccount): Checked<AccountFields> {
  const problems: Problem[] = [];
  const number = proposed.number.trim();
  const name = proposed.name.trim();
  if (!/^[0-9A-Za-z][0-9A-Za-z./-]{0,19}$/.test(number)) {
    problems.push(
      problem('account-number', 'number', 'An account number is up to 20 digits or letters, without spaces.'),
    );
  }
  if (name === '') problems.push(problem('account-name-missing', 'name', 'An account needs a name.'));
  else if (!isPlainText(name, 120)) {
    problems.push(problem('account-name', 'name', 'An account name is up to 120 characters on one line.'));
  }
  const element = (proposed.element || elementFromNumber(number)) as Element | undefined;
  if (!element || !ELEMENTS.includes(element)) {
    problems.push(problem('account-element', 'element', `The element is one of ${ELEMENTS.join(', ')}.`));
    return refused(problems);
  }
  const role = readRole(proposed.role, element, problems);
  const control = readControl(proposed.control, element, problems);
  if (role && control) problems.push(problem('control-with-role', 'control', 'A control account has no other role.'));
  const fields: AccountFields = {
    number,
    name,
    element,
    classification: readClassification(proposed.classification, element, number, problems),
    contra: readContra(proposed, element, role, problems),
    typedEntries: proposed.typedEntries ?? !(role && UNTYPED_ROLES.has(role)),
    active: proposed.active ?? true,
    ...(role && { role }),
    ...(control && { control }),
    ...readCurrency(proposed.currency, problems),
    ...readShare(proposed.share, role, problems),
    ...((proposed.settles ?? role === 'cash') && { settles: true }),
    ...(proposed.breakdowns?.length && { breakdownNames: [...new Set(proposed.breakdowns)] }),
    ...readCashFlow(proposed.cashFlow, role, problems),
    ...(proposed.taxCode?.trim() && { taxCodeName: proposed.taxCode.trim() }),
    ...readTexts(ACCOUNT_DETAILS, 'account', proposed, problems),
    ...(proposed.parent && { parentNumber: proposed.parent.trim() }),
    ...(proposed.closesTo && { closesToNumber: proposed.closesTo.trim() }),
  };
  if (fields.closesToNumber && !(role && CLOSED_ROLES.has(role))) {
    problems.push(
      problem(
        'closes-to-role',
        'closesTo',
        'Only drawings, dividends and contributions are closed into another account.',
      ),
    );
  }
  return problems.length > 0 ? refused(problems) : valid(fields);
}

/**
 * Checks an account against the chart it will stand in: references, headings, and what history forbids.
 *
 * @param chart the chart as it would be with the account in it
 * @param before the account as it stands in the books now, with its history; left out for a new one
 * @param postedOn whether an account has posted lines, asked for headings
 */
export function checkAccountInChart(
  account: Account,
  chart: Chart,
  postedOn: (id: AccountId) => boolean,
  before?: { readonly account: Account; readonly history: AccountHistory },
): Problem[] {
  const problems: Problem[] = [];
  const duplicate = chart.duplicates.has(account.number)
    ? chart.accounts.find((other) => other.number === account.number && other.id !== account.id)
    : undefined;
  if (duplicate)
    problems.push(
      problem('account-number-taken', 'number', `Number ${account.number} is taken by ${duplicate.name}.`),
    );
  problems.push(...parentProblems(account, chart, postedOn), ...targetProblems(account, chart));
  if (!before || before.history.lines === 0) return problems;

  return [...problems, ...historyProblems(account, before.account, before.history)];
}

/** What posted lines forbid, with the entries that stand in the way. */
function historyProblems(account: Account, before: Account, history: AccountHistory): Problem[] {
  const count = history.lines === 1 ? '1 posted line stands' : `${history.lines} posted lines stand`;
  const more = history.lines > history.entries.length && history.entries.length > 0 ? ' …' : '';
  const entries = history.entries.length > 0 ? ` (${history.entries.join(', ')}${more})` : '';
  const posted = `${count} on this account${entries}`;
  const problems: Problem[] = [];
  if (before.element !== account.element) {
    problems.push(problem('element-in-use', 'element', `${posted}, so its element cannot change.`));
  } else if (isTemporary(before) !== isTemporary(account)) {
    const message = `${posted}: whether it starts each year at zero cannot change any more.`;
    problems.push(problem('role-in-use', 'role', message));
  }
  if (before.currency !== account.currency) {
    problems.push(problem('currency-in-use', 'currency', `${posted}, so its currency cannot change.`));
  }
  if (account.control && !before.control && history.withoutContact > 0) {
    const message = `${posted}, ${history.withoutContact} of them without a contact: it cannot become a control account.`;
    problems.push(problem('control-in-use', 'control', message));
  }
  return problems;
}

function parentProblems(account: Account, chart: Chart, postedOn: (id: AccountId) => boolean): Problem[] {
  if (account.parent === undefined) return [];
  const parent = chart.byId.get(account.parent);
  if (!parent) return [problem('parent-unknown', 'parent', 'There is no such heading.')];
  if (parent.element !== account.element) {
    return [
      problem(
        'parent-element',
        'parent',
        `${parent.number} ${parent.name} is ${parent.element}, not ${account.element}.`,
      ),
    ];
  }
  if (parent.classification !== account.classification) {
    const message = `Under ${parent.number} ${parent.name} it is shown under ${CLASSIFICATIONS[parent.classification].label.toLowerCase()}.`;
    return [problem('parent-classification', 'classification', message)];
  }
  for (
    let ancestor: Account | undefined = parent, steps = 0;
    ancestor;
    ancestor = ancestor.parent === undefined ? undefined : chart.byId.get(ancestor.parent)
  ) {
    if (ancestor.id === account.id || (steps += 1) > 20) {
      return [problem('parent-circle', 'parent', 'An account cannot stand under itself.')];
    }
  }
  if (postedOn(parent.id)) {
    return [
      problem('parent-posted', 'parent', `${parent.number} ${parent.name} has postings and cannot become a heading.`),
    ];
  }
  return [];
}

function targetProblems(account: Account, chart: Chart): Problem[] {
  if (account.closesTo === undefined) return [];
  const target = chart.byId.get(account.closesTo);
  if (target && isPermanentEquity(target) && target.id !== account.id) return [];
  return [problem('closes-to-target', 'closesTo', 'An account is closed into a lasting equity account.')];
}

function readRole(text: string | undefined, element: Element, problems: Problem[]): AccountRole | undefined {
  if (!text) return undefined;
  if (!isAccountRole(text)) {
    problems.push(problem('account-role', 'role', `The role is one of ${Object.keys(ACCOUNT_ROLES).join(', ')}.`));
    return undefined;
  }
  const elements: readonly Element[] = ACCOUNT_ROLES[text].elements;
  if (!elements.includes(element)) {
    problems.push(
      problem(
        'account-role-element',
        'role',
        `The role ${text} belongs to ${elements.join(' or ')}, not ${element}.`,
      ),
    );
  }
  return text;
}

function readControl(text: string | undefined, element: Element, problems: Problem[]): ControlLedger | undefined {
  if (!text || /^(no|false|0)$/i.test(text)) return undefined;
  const wanted = /^(yes|true|1)$/i.test(text)
    ? { asset: 'receivables', liability: 'payables' }[element as string]
    : text;
  if (wanted === 'receivables' && element === 'asset') return wanted;
  if (wanted === 'payables' && element === 'liability') return wanted;
  problems.push(
    problem('account-control', 'control', 'A control account is receivables on an asset or payables on a liability.'),
  );
  return undefined;
}

function readClassification(
  text: string | undefined,
  element: Element,
  number: string,
  problems: Problem[],
): Classification {
  const proposed = proposedClassification(element, number);
  if (!text) return proposed;
  if (isClassification(text) && CLASSIFICATIONS[text].element === element) return text;
  const allowed = Object.entries(CLASSIFICATIONS).flatMap(([key, { element: ownElement }]) =>
    ownElement === element ? [key] : [],
  );
  problems.push(
    problem('account-classification', 'classification', `For ${element} it is one of ${allowed.join(', ')}.`),
  );
  return proposed;
}

function readContra(
  proposed: ProposedAccount,
  element: Element,
  role: AccountRole | undefined,
  problems: Problem[],
): boolean {
  const usual = role !== undefined && CONTRA_ROLES.has(role);
  if (!proposed.normalBalance) return proposed.contra ?? usual;
  if (proposed.normalBalance !== 'debit' && proposed.normalBalance !== 'credit') {
    problems.push(problem('normal-balance', 'normalBalance', 'The normal balance is debit or credit.'));
    return usual;
  }
  const contra = proposed.normalBalance !== GROWS_ON[element];
  if (proposed.contra !== undefined && proposed.contra !== contra) {
    problems.push(
      problem(
        'contra-disagrees',
        'contra',
        `For ${element}, a normal balance of ${proposed.normalBalance} says otherwise.`,
      ),
    );
  }
  return contra;
}

function readCurrency(text: string | undefined, problems: Problem[]): { currency?: CurrencyCode } {
  if (!text) return {};
  if (isCurrencyCode(text)) return { currency: text };
  problems.push(problem('account-currency', 'currency', `${text} is not an ISO 4217 currency code.`));
  return {};
}

function readCashFlow(
  text: string | undefined,
  role: AccountRole | undefined,
  problems: Problem[],
): { cashFlow?: CashFlowClass } {
  if (!text) return {};
  if (!isCashFlowClass(text)) {
    const classes = keysOf(CASH_FLOW_CLASSES).join(', ');
    problems.push(problem('cash-flow-class', 'cashFlow', `In the cash-flow statement it is one of ${classes}.`));
    return {};
  }
  if ((role === 'cash') !== (text === 'cash')) {
    const message = 'Cash in the cash-flow statement is what cash and bank accounts hold, and nothing else.';
    problems.push(problem('cash-flow-cash', 'cashFlow', message));
  }
  return { cashFlow: text };
}

function readShare(
  share: number | undefined,
  role: AccountRole | undefined,
  problems: Problem[],
): { share?: number } {
  if (share === undefined) return {};
  if (role !== 'owner-capital') problems.push(problem('share-role', 'share', 'Only an owner’s capital has a share.'));
  else if (!Number.isSafeInteger(share) || share < 0 || share > 1_000_000) {
    problems.push(problem('share-weight', 'share', 'A share is a whole weight from 0 to 1,000,000.'));
  } else return { share };
  return {};
}
