/** A path along points that turns its corners round. */
export function rounded(points: number[][], radius = 9): string {
  const [first, ...rest] = points;
  if (!first) return "";
  let path = `M${first[0]} ${first[1]}`;
  rest.forEach((point, index) => {
    const next = rest[index + 1];
    const before = points[index];
    if (!next || !before) {
      path += `L${point[0]} ${point[1]}`;
      return;
    }
    const into = toward(point, before, radius);
    const out = toward(point, next, radius);
    path += `L${into[0]} ${into[1]}Q${point[0]} ${point[1]} ${out[0]} ${out[1]}`;
  });
  return path;
}

/** The point so far from a corner toward another, or half way where that is nearer. */
function toward(corner: number[], other: number[], radius: number): [number, number] {
  const [x = 0, y = 0] = corner;
  const [ox = 0, oy = 0] = other;
  const length = Math.hypot(ox - x, oy - y);
  const share = length === 0 ? 0 : Math.min(radius, length / 2) / length;
  return [x + (ox - x) * share, y + (oy - y) * share];
}
