/** What the builder of the page runs on; other releases of these lines fail in the middle of a build. */
const LEAST = { 20: 19, 22: 12, 23: 5 };

/** Says before anything is installed when this Node.js cannot do it, and ends. */
export function refuseOldNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  const isFit = major >= 24 || (LEAST[major] !== undefined && minor >= LEAST[major]);
  if (isFit) return;
  console.error(
    `Node.js 20.19, 22.12, 23.5 or newer of these lines is needed, or 24 and up; this is ${process.versions.node}.`,
  );
  process.exit(1);
}
