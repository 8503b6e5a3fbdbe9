/** What a screen is given: which sheet it lies on. */
export interface ScreenProps {
  readonly slot: 'main' | 'beside';
}
