import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';

const libraryPage = () => import('./library/library-page').then((file) => file.LibraryPage);

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Visits · Juxtameter',
    loadComponent: () => import('./visits/visits-page').then((file) => file.VisitsPage),
  },
  {
    path: 'start',
    loadChildren: async () => {
      const effects = await import('./start/start.effects');
      const startRoutes: Routes = [
        {
          path: '',
          title: 'Start a visit · Juxtameter',
          providers: [provideEffects(effects)],
          loadComponent: () => import('./start/start-page').then((file) => file.StartPage),
        },
      ];
      return startRoutes;
    },
  },
  {
    path: 'judge',
    title: 'Check a reading · Juxtameter',
    loadComponent: () => import('./judge/judge-page').then((file) => file.JudgePage),
  },
  { path: 'library', title: 'On file · Juxtameter', loadComponent: libraryPage },
  { path: 'library/:shelf', title: 'On file · Juxtameter', loadComponent: libraryPage },
  ...['units', 'sites', 'models', 'charts', 'meters'].map((shelf): Routes[number] => ({
    path: shelf,
    pathMatch: 'full',
    redirectTo: `library/${shelf}`,
  })),
  {
    path: '',
    loadChildren: async () => {
      const [{ kindFeature }, effects] = await Promise.all([
        import('./kinds/kind.reducer'),
        import('./kinds/kind.effects'),
      ]);
      const sheetRoutes: Routes = [
        {
          path: '',
          providers: [provideState(kindFeature), provideEffects(effects)],
          children: [
            {
              path: 'models/:id',
              title: 'Kind of unit · Juxtameter',
              loadComponent: () => import('./kinds/kind-page').then((file) => file.KindPage),
            },
            {
              path: 'charts/:id',
              title: 'Chart · Juxtameter',
              loadComponent: () => import('./kinds/chart-sheet-page').then((file) => file.ChartSheetPage),
            },
            {
              path: 'charts/:id/proof',
              title: 'Proof of a chart · Juxtameter',
              loadChildren: async () => {
                const [{ proofFeature }, proofEffects] = await Promise.all([
                  import('./proof/proof.reducer'),
                  import('./proof/proof.effects'),
                ]);
                const proofRoutes: Routes = [
                  {
                    path: '',
                    providers: [provideState(proofFeature), provideEffects(proofEffects)],
                    loadComponent: () => import('./proof/proof-page').then((file) => file.ProofPage),
                  },
                ];
                return proofRoutes;
              },
            },
            {
              path: 'meters/:id',
              title: 'Meter · Juxtameter',
              loadComponent: () => import('./kinds/meter-sheet-page').then((file) => file.MeterSheetPage),
            },
          ],
        },
      ];
      return sheetRoutes;
    },
  },
  {
    path: 'units',
    loadChildren: async () => {
      const [{ unitFeature }, effects, { kindFeature }, kindEffects] = await Promise.all([
        import('./units/unit.reducer'),
        import('./units/unit.effects'),
        import('./kinds/kind.reducer'),
        import('./kinds/kind.effects'),
      ]);
      const formPage = () => import('./units/unit-form-page').then((file) => file.UnitFormPage);
      const unitRoutes: Routes = [
        {
          path: '',
          providers: [provideState(unitFeature), provideState(kindFeature), provideEffects(effects, kindEffects)],
          children: [
            { path: 'new', title: 'Add a unit · Juxtameter', loadComponent: formPage },
            { path: ':id/edit', title: 'Edit a unit · Juxtameter', loadComponent: formPage },
            {
              path: ':id',
              title: 'Unit · Juxtameter',
              loadComponent: () => import('./units/unit-page').then((file) => file.UnitPage),
            },
          ],
        },
      ];
      return unitRoutes;
    },
  },
  {
    path: 'handbook',
    title: 'Handbook · Juxtameter',
    loadComponent: () => import('./handbook/handbook-page').then((file) => file.HandbookPage),
  },
  {
    path: 'about',
    title: 'About · Juxtameter',
    loadComponent: () => import('./about/about-page').then((file) => file.AboutPage),
  },
  {
    path: 'practice',
    title: 'Practise reading a lamp · Juxtameter',
    loadComponent: () => import('./practice/practice-page').then((file) => file.PracticePage),
  },
  {
    path: 'import',
    title: 'Import · Juxtameter',
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
    path: 'spares',
    title: 'Spares · Juxtameter',
    loadComponent: () => import('./spares/spares-page').then((file) => file.SparesPage),
  },
  {
    path: 'backup',
    title: 'Backup · Juxtameter',
    loadChildren: async () => {
      const [{ backupFeature }, effects] = await Promise.all([
        import('./backup/backup.reducer'),
        import('./backup/backup.effects'),
      ]);
      const backupRoutes: Routes = [
        {
          path: '',
          providers: [provideState(backupFeature), provideEffects(effects)],
          loadComponent: () => import('./backup/backup-page').then((file) => file.BackupPage),
        },
      ];
      return backupRoutes;
    },
  },
  {
    path: 'visits/:id',
    loadChildren: async () => {
      const [{ visitFeature }, effects, { VISIT_PAGES }] = await Promise.all([
        import('./visit/store/visit.reducer'),
        import('./visit/store/visit.effects'),
        import('./visit/visit-pages'),
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
            ...VISIT_PAGES.map(({ path, title, load }) => ({
              path,
              title: `${title} · Juxtameter`,
              loadComponent: load,
            })),
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
