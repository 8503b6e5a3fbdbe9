import type { AccountGroupRequest, ArrangementRequest } from '@just-ledger/contract';
import {
  type AccountGroup,
  type AccountId,
  accountTitle,
  type ArrangedItem,
  type Arrangement,
  type Chart,
  type Classification,
  CLASSIFICATIONS,
  isPlainText,
  LONGEST_TERM,
  LOSS,
  type OrganisationKind,
  problem,
  type Problem,
  statementTerms,
} from '@just-ledger/core';
import { Refusal } from '../../platform/problems/refusal.js';

/** An arrangement as it is asked for, with the ids of accounts for their numbers. @throws {Refusal} 422 at what is wrong */
export function askedArrangement(chart: Chart, kind: OrganisationKind, request: ArrangementRequest): Arrangement {
  const problems: Problem[] = [];
  const seen = new Set<AccountId>();
  let lastGroup = Math.max(0, ...request.parts.flatMap(({ items }) => items.map(({ group }) => group?.id ?? 0)));
  const ids = new Set<number>();
  const groupId = ({ id }: AccountGroupRequest): number => {
    if (id !== undefined && !ids.has(id)) {
      ids.add(id);
      return id;
    }
    lastGroup += 1;
    return lastGroup;
  };
  const accountAt = (path: string, number: string, part: Classification): AccountId[] => {
    const account = chart.byNumber.get(number);
    const refuse = (code: string, message: string): AccountId[] => {
      problems.push(problem(code, path, message));
      return [];
    };
    if (!account) return refuse('account-unknown', `There is no account ${number}.`);
    if (account.classification !== part || chart.headings.has(account.id)) {
      return refuse(
        'arranged-elsewhere',
        `${accountTitle(account)} is not shown under ${CLASSIFICATIONS[part].label.toLowerCase()}.`,
      );
    }
    if (seen.has(account.id)) return refuse('arranged-twice', `${accountTitle(account)} is named twice.`);
    seen.add(account.id);
    return [account.id];
  };
  const groupAt = (
    path: string,
    group: AccountGroupRequest,
    part: Classification,
    names: Set<string>,
  ): AccountGroup => {
    const name = group.name.trim();
    if (name === '' || !isPlainText(name, LONGEST_TERM)) problems.push(problem('group-name', `${path}.name`, NAME));
    else if (names.has(name.toLowerCase()))
      problems.push(problem('group-name-taken', `${path}.name`, `“${name}” is there already in this part.`));
    names.add(name.toLowerCase());
    return {
      id: groupId(group),
      name,
      isTogether: group.isTogether,
      accounts: group.accounts.flatMap((number, index) => accountAt(`${path}.accounts.${index}`, number, part)),
    };
  };
  const parts: Partial<Record<Classification, ArrangedItem[]>> = {};
  request.parts.forEach(({ classification, items }, part) => {
    if (parts[classification])
      problems.push(problem('part-twice', `parts.${part}.classification`, 'This part is named twice.'));
    const names = new Set<string>();
    parts[classification] = items.flatMap(({ account, group }, index): ArrangedItem[] => {
      const path = `parts.${part}.items.${index}`;
      if ((account === undefined) === (group === undefined)) {
        problems.push(problem('arranged-item', path, 'An item is an account or a group.'));
        return [];
      }
      if (group) return [{ group: groupAt(`${path}.group`, group, classification, names) }];
      return accountAt(`${path}.account`, account ?? '', classification).map((id) => ({ account: id }));
    });
  });
  const words = wordsAsked(kind, request, problems);
  if (problems.length > 0) throw new Refusal(422, problems);
  return { order: [...new Set(request.order)], parts, words };
}

const NAME = `Give a name of up to ${LONGEST_TERM} characters on one line.`;

/** The chosen words by key; one that is as usual, or empty, is none. */
function wordsAsked(
  kind: OrganisationKind,
  request: ArrangementRequest,
  problems: Problem[],
): Record<string, string> {
  const usual = new Map(
    statementTerms(kind).flatMap((term) => [
      [term.key, term.usual] as const,
      ...(term.usualLoss === undefined ? [] : [[`${term.key}${LOSS}`, term.usualLoss] as const]),
    ]),
  );
  const words: Record<string, string> = {};
  request.words.forEach(({ key, word: typed }, index) => {
    const word = typed.trim();
    if (!usual.has(key)) problems.push(problem('term-unknown', `words.${index}.key`, `There is no term “${key}”.`));
    else if (!isPlainText(word, LONGEST_TERM)) problems.push(problem('term-word', `words.${index}.word`, NAME));
    else if (word !== '' && word !== usual.get(key)) words[key] = word;
  });
  return words;
}
