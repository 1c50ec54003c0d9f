import './picking.css'

const WIDTH = 400
const HEIGHT = 34

/** How far an aim is: what was picked, what is planted for it, and the notch that is wanted. */
export function AimBar(props: {
  wantedKg: number
  plantedKg: number
  pickedKg: number
  label: string
}) {
  const { wantedKg, plantedKg, pickedKg } = props
  const most = Math.max(wantedKg, plantedKg, pickedKg) * 1.04
  const x = (kg: number) => (kg / most) * WIDTH
  return (
    <svg
      className="aim-bar"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={props.label}
    >
      <rect className="aim-planted" y={8} width={x(plantedKg)} height={18} />
      <rect className="aim-picked" y={8} width={x(pickedKg)} height={18} />
      <path className="aim-wanted" d={`M${x(wantedKg)} 1V${HEIGHT - 1}`} />
      <path className="aim-ground" d={`M0 26H${WIDTH}`} />
    </svg>
  )
}
