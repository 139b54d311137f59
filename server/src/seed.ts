import type { DemoData } from '@juxtameter/demo';
import { hashOf, type PhotoStore } from './photos/photo-store';
import type { LibraryStore } from './store/library-store';
import type { SpareStore } from './store/spare-store';
import type { VisitStore } from './store/visit-store';

/** Fills an empty database with the demo data; one that has any unit is left alone. Returns whether it did. */
export async function seedWhenEmpty(
  readDemo: () => DemoData,
  library: LibraryStore,
  visits: VisitStore,
  photos: Pick<PhotoStore, 'keep'>,
  spares: Pick<SpareStore, 'note'>,
): Promise<boolean> {
  // Visits come last: a start killed half-way finds none and fills in the rest, since every write is idempotent.
  if (!(await visits.isEmpty())) return false;
  const demo = readDemo();
  for (const document of demo.unitModels) await library.put({ of: 'unit-model', document });
  for (const document of demo.procedures) await library.put({ of: 'procedure', document });
  for (const document of demo.meters) await library.put({ of: 'meter', document });
  for (const site of demo.sites.sites) await library.putSite(site);
  for (const unit of demo.sites.units) await library.putUnit(unit);
  await spares.note(demo.spares);
  for (const bytes of demo.photos) await photos.keep({ hash: hashOf(bytes), bytes });
  for (const visit of demo.visits) await visits.put(visit);
  return true;
}
