/** A room sensor that is not there: it wanders a little about what it was set to. */
export interface StandInRoom {
  set: (tempC: number, rhPct: number) => void
  line: () => string
}

/** A digital level that is not there, laid along and across the base. */
export interface StandInLevel {
  set: (xDeg: number, yDeg: number) => void
  line: () => string
}

const signed = (value: number, digits: number) =>
  `${value < 0 ? '-' : '+'}${Math.abs(value).toFixed(digits)}`

export function standInRoom(random: () => number = Math.random): StandInRoom {
  let [tempC, rhPct] = [19.4, 58]
  return {
    set: (t, h) => {
      tempC = Math.max(-40, Math.min(60, t))
      rhPct = Math.max(0, Math.min(100, h))
    },
    line: () =>
      `T ${(tempC + (random() - 0.5) * 0.2).toFixed(1)} C H ${Math.round(Math.max(0, Math.min(100, rhPct + (random() - 0.5) * 2)))} %`
  }
}

export function standInLevel(random: () => number = Math.random): StandInLevel {
  let [xDeg, yDeg] = [0.35, -0.2]
  return {
    set: (x, y) => {
      xDeg = Math.max(-45, Math.min(45, x))
      yDeg = Math.max(-45, Math.min(45, y))
    },
    line: () =>
      `X ${signed(xDeg + (random() - 0.5) * 0.02, 2)} Y ${signed(yDeg + (random() - 0.5) * 0.02, 2)} deg`
  }
}
