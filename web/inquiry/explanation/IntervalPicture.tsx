/** An effect with the range in which it lies, on the scale of all the effects beside it; nought is marked. */
const WIDTH = 130;
const HEIGHT = 26;
const EDGE = 5;

export function IntervalPicture({
  at,
  range: [low, high],
  within: [from, to],
}: {
  at: number;
  range: readonly [number, number];
  within: readonly [number, number];
}) {
  const x = (value: number) => EDGE + ((value - from) / Math.max(1e-12, to - from)) * (WIDTH - 2 * EDGE);
  const middle = HEIGHT / 2;
  return (
    <figure>
      <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
        <line x1={x(0)} x2={x(0)} y1={2} y2={HEIGHT - 2} stroke="var(--line)" strokeWidth={1.5} />
        <line x1={x(low)} x2={x(high)} y1={middle} y2={middle} stroke="var(--first)" strokeWidth={2} opacity={0.5} />
        <circle cx={x(at)} cy={middle} r={4} fill="var(--first)" />
      </svg>
    </figure>
  );
}
