/** What of a plant is eaten, as a few lines on a field of 24 by 24. */
const SHAPES = {
  fruit: 'M12 8C5 8 4 13 6 17s9 6 12 0c2-4 1-9-6-9ZM12 8V4M12 8 8 6M12 8l4-2',
  long: 'M5 18C4 14 12 5 17 5c3 0 3 4 1 7-3 4-10 9-13 6ZM17 5l2-2M9 14l2 2M13 9l2 2',
  gourd:
    'M12 8C5 7 3 11 3 14s4 6 9 6 9-3 9-6-2-7-9-6ZM12 8c-4 3-4 9 0 12M12 8c4 3 4 9 0 12M12 8c0-2 1-3 3-4',
  leaf: 'M12 21V9M12 16C6 16 4 11 5 5c6 0 8 4 7 9M12 13c0-5 3-8 7-8 1 5-2 9-7 9',
  head: 'M12 20C6 20 4 16 5 12s4-6 7-6 6 2 7 6-1 8-7 8ZM12 20v-8M12 15c-3 0-5-2-6-4M12 15c3 0 5-2 6-4',
  root: 'M8 9c0 7 2 10 4 12 2-2 4-5 4-12ZM12 9V4M12 9 8 4M12 9l4-5M9 13h3M13 16h2',
  tuber: 'M4 14c0-4 4-7 9-7s8 2 7 6-4 6-9 6-7-1-7-5ZM9 12h.5M14 11h.5M12 15h.5M16 14h.5',
  bulb: 'M12 9c-5 3-7 6-5 9 2 2 8 2 10 0 2-3 0-6-5-9ZM12 9V3M12 9 9 4M12 9l3-5M12 9c-2 4-2 7 0 10M12 9c2 4 2 7 0 10',
  stalk: 'M10 21V8M14 21V8M10 21h4M10 8C9 5 7 4 5 3M14 8c1-3 3-4 5-5M12 21V6M12 6V2',
  pod: 'M4 7c2 9 8 13 16 11C20 11 14 6 4 7ZM9 11h.5M12.500 13h.5M16 15h.5M4 7 3 5',
  ear: 'M12 3c-4 3-4 12 0 16 4-4 4-13 0-16ZM12 19v3M8 11c-4 2-3 7 4 8M16 11c4 2 3 7-4 8M10 9h4M10 12h4M11 15h2',
  berry:
    'M12 21C7 18 4 13 6 9c2-2 10-2 12 0 2 4-1 9-6 12ZM8 8l4-3 4 3M12 5V3M10 12h.5M14 12h.5M12 16h.5',
} as const
type Shape = keyof typeof SHAPES

const CROPS: Record<Shape, string> = {
  fruit: 'tomato bush_tomato cherry_tomato paste_tomato sweet_pepper hot_pepper aubergine',
  long: 'cucumber courgette okra',
  gourd: 'winter_squash melon watermelon',
  leaf: 'kale lettuce spinach chard rocket basil parsley coriander',
  head: 'cabbage broccoli cauliflower brussels_sprouts chinese_cabbage kohlrabi',
  root: 'carrot parsnip beetroot radish turnip swede celeriac',
  tuber: 'potato sweet_potato',
  bulb: 'onion shallot garlic',
  stalk: 'leek spring_onion celery asparagus rhubarb',
  pod: 'pea bush_bean climbing_bean broad_bean',
  ear: 'sweet_corn',
  berry: 'strawberry',
}

const OF = new Map(
  Object.entries(CROPS).flatMap(([shape, crops]) =>
    crops.split(' ').map((crop): [string, Shape] => [crop, shape as Shape]),
  ),
)

/** The lines of a crop's picture on a field of 24 by 24. */
export function cropPath(crop: string): string {
  return SHAPES[OF.get(crop) ?? 'leaf']
}

/** A small picture of a crop; its name stands beside it. */
export function CropSketch({ crop, size = 24 }: { crop: string; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden className="crop-sketch">
      <path
        d={cropPath(crop)}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.6}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  )
}
