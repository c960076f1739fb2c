import type { FallForm } from './fallForm'
import { lineLength } from '../../physics/shape/polygon'
import type { SeaPlan } from './formsStage'
import { mm, quantity, say, type Sentence } from '../../words/sentence'

/** What one school of making takes from a shape: the sizes it cuts, casts or carves to. */
export interface SchoolTakes {
  school: string
  takes: Sentence
}

/** Left over at both ends of a master, to be sawn flush, mm. Common practice, no source. */
export const SAWN_MM = 4
/** Foam left round a carving, mm; tissue lapped over an edge, as a share. Common practice, no source. */
const CARVED_MM = 4
const LAPPED = 1.35

const cm2 = (areaMm2: number) => quantity(areaMm2 / 100, 'cm²')

/** One face, whoever makes it: cast, film, carved foam, skin of paper. */
export function waveSchools(form: SeaPlan): SchoolTakes[] {
  if (!form.built) return []
  const { face, line } = form.built
  const length = lineLength(line)
  const [left, right] = [
    Math.min(...face.profile.map((p) => p[0])),
    Math.max(...face.profile.map((p) => p[0]))
  ]
  return [
    {
      school: 'Cast from a master',
      takes: say`master ${mm(length + 2 * SAWN_MM)} long, ${mm(face.heightMm)} high: the solid on Prints; saw ${mm(SAWN_MM)} off each end`
    },
    face.formerRadiusMm === null
      ? { school: 'Curl of film', takes: 'nothing curls: this wave wants no film' }
      : {
          school: 'Curl of film',
          takes: say`film ${mm(face.faceArcMm)} × ${mm(length)}, rolled round a former ${mm(2 * face.formerRadiusMm)} across`
        },
    {
      school: 'Carved foam',
      takes: say`block ${mm(right - left + CARVED_MM)} × ${mm(length + CARVED_MM)} × ${mm(face.heightMm + CARVED_MM)}, carved to the sections on Prints`
    },
    {
      school: 'Paper skin',
      takes: say`tissue, a layer of ${cm2(length * (face.faceArcMm + (right - left)) * LAPPED)} over the carved foam`
    },
    {
      school: 'Brushed ridge',
      takes: say`one line of ${mm(length)}, drawn up to ${mm(face.heightMm)} in two or three coats`
    }
  ]
}

/** One sheet, whoever makes it: strips, cut and bent sheet, pack plastic, built in place. */
export function fallSchools(form: FallForm): SchoolTakes[] {
  const { curve } = form
  if (!curve) return []
  const bend = curve.headMm > 0 ? `bent over the lip to the side curve` : 'hung straight'
  return [
    { school: 'Peel-off strips', takes: say`${form.stripsToMake} strips of ${mm(curve.stripMm)}` },
    {
      school: 'Cut sheet',
      takes: say`${mm(0.5)} clear sheet ${mm(form.widthMm)} × ${mm(curve.stripMm)}, ${bend}`
    },
    ...(form.dropMm <= 15
      ? [
          {
            school: 'Pack plastic',
            takes: say`one step ${mm(form.widthMm)} × ${mm(curve.arcMm)} of clear packaging`
          }
        ]
      : []),
    {
      school: 'Built in place',
      takes: say`gel ${mm(curve.footThicknessMm)} at the foot to ${mm(curve.brinkThicknessMm)} at the lip over ${cm2(form.widthMm * curve.arcMm)}; lay it against the former on Prints`
    }
  ]
}
