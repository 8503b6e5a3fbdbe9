import type { ScreenRoute } from '../../ui/screen-route.js';

export const auditorsFileRoute: ScreenRoute = {
  stage: 'report',
  path: 'auditor',
  label: 'For the auditor',
  lazy: () => import('./auditors-file-screen.js'),
  goKey: 'u',
  isWhole: true,
};
