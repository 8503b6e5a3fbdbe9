import type { ProblemPlaces } from '../../api/problem-places.js';
import type { BeginAnswers } from './begin-answers.js';

export interface NamedEquityProps {
  readonly answers: BeginAnswers;
  readonly at: ProblemPlaces['at'];
  readonly onChange: (given: Partial<BeginAnswers>) => void;
}
