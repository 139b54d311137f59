import type { Routes } from '@angular/router';

/** One page of a visit: where it is, what it is called, the key that opens it and what the list of keys says of it. */
export interface VisitPage {
  readonly path: string;
  readonly title: string;
  /** Pages without a key are reached by a link. */
  readonly key?: string;
  readonly help?: string;
  readonly load: NonNullable<Routes[number]['loadComponent']>;
}

/** Every page of a visit beside the workspace itself. A new page is a row. */
export const VISIT_PAGES: readonly VisitPage[] = [
  {
    path: 'intake',
    title: 'Intake',
    key: 'i',
    help: 'intake: complaint, history, settings',
    load: () => import('../intake/intake-page').then((file) => file.IntakePage),
  },
  {
    path: 'lamp',
    title: 'Lamps and codes',
    key: 'r',
    help: 'read a lamp or a code',
    load: () => import('../lamp/lamp-page').then((file) => file.LampPage),
  },
  {
    path: 'watch',
    title: 'Time the sequence',
    key: 't',
    help: 'time the sequence, stage by stage',
    load: () => import('../watch/watch-page').then((file) => file.WatchPage),
  },
  {
    path: 'meter',
    title: 'Meter',
    key: 'm',
    help: 'meter, leads, live source',
    load: () => import('../meter/meter-page').then((file) => file.MeterPage),
  },
  {
    path: 'supply',
    title: 'Supply check',
    key: 'u',
    help: 'check of a supply',
    load: () => import('../supply/supply-page').then((file) => file.SupplyPage),
  },
  {
    path: 'long-watch',
    title: 'Long watch',
    key: 'v',
    help: 'long watch of two points',
    load: () => import('../long-watch/long-watch-page').then((file) => file.LongWatchPage),
  },
  {
    path: 'handbook',
    title: 'Handbook',
    key: 'h',
    help: 'handbook',
    load: () => import('../handbook/visit-handbook-page').then((file) => file.VisitHandbookPage),
  },
  {
    path: 'photos',
    title: 'Photos',
    key: 'o',
    help: 'photos, and what is marked on them',
    load: () => import('../photos/photos-page').then((file) => file.PhotosPage),
  },
  {
    path: 'repair',
    title: 'Repair and proof',
    key: 'p',
    help: 'repair: what has to be done, and what shows that it holds',
    load: () => import('../repair/repair-page').then((file) => file.RepairPage),
  },
  {
    path: 'close',
    title: 'Close the visit',
    key: 'x',
    help: 'close the visit, or take it up again',
    load: () => import('../close/close-page').then((file) => file.ClosePage),
  },
  { path: 'chart', title: 'Chart', load: () => import('../chart/chart-page').then((file) => file.ChartPage) },
  { path: 'report', title: 'Report', load: () => import('../report/report-page').then((file) => file.ReportPage) },
];

/** The page a key opens. */
export function pageOfKey(key: string): VisitPage | undefined {
  return VISIT_PAGES.find((page) => page.key === key);
}
