import type { ScreenRoute } from '../../ui/screen-route.js';

export const contactsRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'contacts',
  label: 'Contacts',
  lazy: () => import('./contacts-screen.js'),
  isWhole: true,
};
