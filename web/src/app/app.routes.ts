import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Visits · Juxtameter',
    loadComponent: () => import('./visits/visits-page').then((file) => file.VisitsPage),
  },
  {
    path: 'start',
    title: 'Start a visit · Juxtameter',
    loadComponent: () => import('./start/start-page').then((file) => file.StartPage),
  },
  {
    path: 'judge',
    title: 'Judge one reading · Juxtameter',
    loadComponent: () => import('./judge/judge-page').then((file) => file.JudgePage),
  },
  {
    path: 'import',
    title: 'Bring documents in · Juxtameter',
    loadChildren: async () => {
      const [{ importFeature }, effects] = await Promise.all([
        import('./import/import.reducer'),
        import('./import/import.effects'),
      ]);
      const importRoutes: Routes = [
        {
          path: '',
          providers: [provideState(importFeature), provideEffects(effects)],
          loadComponent: () => import('./import/import-page').then((file) => file.ImportPage),
        },
      ];
      return importRoutes;
    },
  },
  {
    path: 'visits/:id',
    loadChildren: async () => {
      const [{ visitFeature }, effects] = await Promise.all([
        import('./visit/store/visit.reducer'),
        import('./visit/store/visit.effects'),
      ]);
      const visitRoutes: Routes = [
        {
          path: '',
          providers: [provideState(visitFeature), provideEffects(effects)],
          children: [
            {
              path: '',
              pathMatch: 'full',
              title: 'Visit · Juxtameter',
              loadComponent: () => import('./workspace/workspace-page').then((file) => file.WorkspacePage),
            },
            {
              path: 'chart',
              title: 'Chart · Juxtameter',
              loadComponent: () => import('./chart/chart-page').then((file) => file.ChartPage),
            },
            {
              path: 'report',
              title: 'Report · Juxtameter',
              loadComponent: () => import('./report/report-page').then((file) => file.ReportPage),
            },
          ],
        },
      ];
      return visitRoutes;
    },
  },
  {
    path: '**',
    title: 'Not found · Juxtameter',
    loadComponent: () => import('./shell/not-found-page').then((file) => file.NotFoundPage),
  },
];
