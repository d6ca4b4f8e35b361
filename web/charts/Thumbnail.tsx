/** A chart the size of a thumbnail, from a few numbers. */
import { TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { HEIGHT, shapesOf, WIDTH, type Shape, type Thumbnail as Drawing } from './thumbnail-shapes';

const RING = { x: WIDTH / 2, y: HEIGHT / 2, radius: 7.5, width: 5 };
const ROUND = 2 * Math.PI * RING.radius;

export function Thumbnail({ thumbnail }: { thumbnail: Drawing }) {
  const { series: colours, quiet } = TOKENS[useMode()];
  const shapes = shapesOf(thumbnail);
  if (shapes.length === 0) return null;
  const paint = (colour: number | null) => (colour === null ? quiet : (colours[colour % colours.length] ?? quiet));
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      {shapes.map((shape, index) => (
        <Drawn key={index} shape={shape} colour={paint(shape.colour)} />
      ))}
    </svg>
  );
}

function Drawn({ shape, colour }: { shape: Shape; colour: string }) {
  switch (shape.kind) {
    case 'line':
      return shape.filled ? (
        <polygon
          points={`1,${HEIGHT - 1} ${shape.points} ${WIDTH - 1},${HEIGHT - 1}`}
          fill={colour}
          fillOpacity="0.45"
        />
      ) : (
        <polyline points={shape.points} fill="none" strokeWidth="1.4" stroke={colour} />
      );
    case 'box':
      return (
        <rect
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          fill={colour}
          fillOpacity={shape.strength}
        />
      );
    case 'dot':
      return <circle cx={shape.x} cy={shape.y} r="1.7" fill={colour} />;
    case 'arc':
      return (
        <circle
          cx={RING.x}
          cy={RING.y}
          r={RING.radius}
          fill="none"
          stroke={colour}
          strokeWidth={RING.width}
          strokeDasharray={`${(shape.to - shape.from) * ROUND} ${ROUND}`}
          transform={`rotate(${shape.from * 360 - 90} ${RING.x} ${RING.y})`}
        />
      );
  }
}
