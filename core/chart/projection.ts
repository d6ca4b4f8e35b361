/** Places on a plane: an equirectangular projection with the scale of its middle latitude, fitted into a box. Good for the extent of a region. */

interface Place {
  readonly longitude: number;
  readonly latitude: number;
}

export interface Plane {
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly meridians: readonly { readonly degrees: number; readonly at: number }[];
  readonly parallels: readonly { readonly degrees: number; readonly at: number }[];
}

const STEPS = [0.05, 0.1, 0.25, 0.5, 1, 2, 5, 10, 20, 30];

/**
 * @param size of the box, in pixels
 * @param margin kept free around the outermost places, in pixels
 */
export function projected(
  places: readonly Place[],
  size: { readonly width: number; readonly height: number },
  margin: number,
): Plane {
  if (places.length === 0 || size.width <= 0 || size.height <= 0)
    return { points: places.map(() => ({ x: 0, y: 0 })), meridians: [], parallels: [] };
  const longitudes = places.map((place) => place.longitude);
  const latitudes = places.map((place) => place.latitude);
  const [west, east, south, north] = [
    Math.min(...longitudes),
    Math.max(...longitudes),
    Math.min(...latitudes),
    Math.max(...latitudes),
  ];
  const squeeze = Math.cos((((south + north) / 2) * Math.PI) / 180);
  const scale = Math.min(
    (size.width - 2 * margin) / Math.max(1e-6, (east - west) * squeeze),
    (size.height - 2 * margin) / Math.max(1e-6, north - south),
    1e6,
  );
  const x = (longitude: number) => size.width / 2 + (longitude - (west + east) / 2) * squeeze * scale;
  const y = (latitude: number) => size.height / 2 - (latitude - (south + north) / 2) * scale;
  const lines = (middle: number, perDegree: number, at: (degrees: number) => number, length: number) => {
    const step = STEPS.find((one) => one * perDegree > 90) ?? 30;
    const found: { degrees: number; at: number }[] = [];
    for (let index = Math.round(middle / step) - 20; index <= Math.round(middle / step) + 20; index += 1) {
      const place = at(index * step);
      if (place > 0 && place < length) found.push({ degrees: Number((index * step).toFixed(2)), at: place });
    }
    return found;
  };
  return {
    points: places.map((place) => ({ x: x(place.longitude), y: y(place.latitude) })),
    meridians: lines((west + east) / 2, squeeze * scale, x, size.width),
    parallels: lines((south + north) / 2, scale, y, size.height),
  };
}
