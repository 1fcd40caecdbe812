// Explosions as a picture needs them: no DOM, no drawing library. Lengths are mm in the model's axes (Z up).

const MM = 1000;

/** A component's path without the numbers of a pattern. */
export const bare = (path) => path.replace(/\[[^\]]*\]/g, '');

/** A shift of the model as the picture has it (metres, Y up). */
export const seen = ([x, y, z]) => [x / MM, z / MM, -y / MM];

// Does a component lie in what a step names?
const names = (given, path) => [path, bare(path)].some((p) => p === given || p.startsWith(`${given}:`));

/** { path: [x, y, z] } of those components that moves ([[paths named, [x, y, z]], ...]) move, each one's summed up. */
export function shifts(moves, paths) {
  const found = {};
  paths.forEach((path) => {
    const own = moves.filter(([given]) => given.some((g) => names(g, path))).map(([, by]) => by);
    if (own.length) found[path] = own.reduce((a, b) => a.map((c, i) => c + b[i]));
  });
  return found;
}
