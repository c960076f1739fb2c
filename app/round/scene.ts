import {
  BufferAttribute,
  BufferGeometry,
  Color,
  CylinderGeometry,
  DirectionalLight,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  HemisphereLight,
  Mesh,
  MeshLambertMaterial,
  PCFSoftShadowMap,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  SRGBColorSpace,
  Vector2,
  Vector3,
  WebGLRenderer,
  type Material,
  type Texture
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import type { Camera } from '../../core/physics/picture/resection'
import type { InHand } from '../../core/plan/round/inHand'
import type { RoundKind, RoundModel, RoundPart } from '../../core/plan/round/types'
import { geometryOf } from './geometry'
import { markedOf } from './marks'
import {
  aLight,
  fieldMap,
  fieldTexture,
  gelMaterial,
  tableTexture,
  waterMaterial
} from './materials'
import { degrees, radians } from '../../core/physics/shape/angles'

/** Where the light comes from. */
export interface LightSetting {
  kind: 'sun' | 'lamp'
  /** Which way on the plan it stands, degrees: 0 to the right, 90 at the back; and how high. */
  fromDeg: number
  highDeg: number
}
/** An eye: round the model, or standing beside it. */
export type EyeSetting =
  | { kind: 'orbit' }
  /** mm over the base's top, and where it stands on the plan. */
  | { kind: 'walk'; at: [number, number, number]; headingDeg: number; tiltDeg: number }

/** An eye: its place and what it looks at, mm on the model, what is up, and the angle it sees, upright. */
export interface View {
  eye: readonly [number, number, number]
  target: readonly [number, number, number]
  up: readonly [number, number, number]
  fovDeg: number
}

/**
 * The eye of the camera that took a photograph.
 *
 * @param higher  the picture that is drawn is so many times as high as the photograph lies in it
 */
export function viewOf({ eyeMm, ahead, down, fovDeg }: Camera, higher: number): View {
  const half = Math.tan((fovDeg * Math.PI) / 360)
  return {
    eye: eyeMm,
    target: [eyeMm[0] + ahead[0], eyeMm[1] + ahead[1], eyeMm[2] + ahead[2]],
    up: [-down[0], -down[1], -down[2]],
    fovDeg: degrees(2 * Math.atan(half * higher))
  }
}

export interface RoundPicture {
  show: (model: RoundModel) => void
  light: (setting: LightSetting) => void
  eye: (setting: EyeSetting) => void
  /** Colours as computed, without light: for comparing. */
  plain: (on: boolean) => void
  /** Turns the eye round the model, or nearer: by keys. */
  turn: (acrossDeg: number, upDeg: number, nearer: number) => void
  lookFrom: (view: 'front' | 'above' | 'corner') => void
  /** Takes an eye that another picture has, or that was found for a photograph. */
  take: (view: View) => void
  /** Where the eye is and what it looks at. */
  where: () => View
  resize: (width: number, height: number) => void
  pick: (x: number, y: number) => { part: RoundPart; at: [number, number, number] } | null
  /** The land alone under a place of the screen, mm on the model. */
  landUnder: (x: number, y: number) => [number, number, number] | null
  /** Where a place of the screen meets the upright plane through a point that faces the eye, or the level one. */
  onPlane: (
    x: number,
    y: number,
    through: readonly [number, number, number],
    plane: 'upright' | 'level'
  ) => [number, number, number] | null
  /** While something is held the eye stays where it is. */
  hold: (on: boolean) => void
  /** Shows where a step is done and which way the brush goes; null: nothing is in hand. */
  mark: (doing: InHand | null) => void
  /** Raises the land that is drawn, mm at each place, until it is made anew. */
  reshape: (byMm: (x: number, y: number) => number) => void
  /** A ring on the land where the brush is; null: none. */
  ring: (
    at: readonly [number, number] | null,
    radiusMm: number,
    heightAt: (x: number, y: number) => number
  ) => void
  /** While it waits it draws only the pictures that are asked for. */
  wait: (on: boolean) => void
  /** What is drawn, as large as asked for. */
  picture: (width: number, height: number) => Promise<Blob>
  canvas: HTMLCanvasElement
  /** The model as it is drawn, for files. */
  root: () => Group
  /** Drawn by the processor: coarse, without shadows. */
  software: boolean
  stats: () => { triangles: number; frames: number; scriptMs: number; firstMs: number | null }
  stop: () => void
}

/** The angle of view, upright, degrees. */
const FOV = 32
/** On a processor a moving picture has so many pixels for one of the screen. */
const ROUGH = 0.4
/** And so many at rest: more than there are, for smooth edges. */
const AT_REST = 1.5
const SHADOW_PX = 2048
const THROWS_NONE: readonly RoundKind[] = ['mist', 'water', 'case', 'cover']
const FLAT: readonly RoundKind[] = ['base', 'dam', 'thing', 'case', 'cover']
/** How much of what lies behind they hide. */
const CLEAR: Partial<Record<RoundKind, number>> = { dam: 0.45, case: 0.22, cover: 0.3 }
/** Nothing of a screen is finer than this for an eye. */
const MOST_RATIO = 2

/** Who draws pictures in three dimensions here, if anybody does: asked once. */
export type Drawer = 'graphics' | 'processor' | 'nobody'
let drawer: Drawer | null = null
export const drawnBy = (): Drawer => (drawer ??= askedFor())
function askedFor(): Drawer {
  try {
    const gl = document.createElement('canvas').getContext('webgl2')
    if (!gl) return 'nobody'
    const told = gl.getExtension('WEBGL_debug_renderer_info')
    const name = told ? String(gl.getParameter(told.UNMASKED_RENDERER_WEBGL)) : ''
    gl.getExtension('WEBGL_lose_context')?.loseContext()
    return /swiftshader|llvmpipe|software|basic render/i.test(name) ? 'processor' : 'graphics'
  } catch {
    return 'nobody'
  }
}

/**
 * Draws models on a canvas: a frame only where something moved.
 *
 * @param seen  told after each eye's move, and when the context is lost or there again
 * @throws Error where the browser gives no context
 */
export function roundPicture(
  canvas: HTMLCanvasElement,
  seen: { moved: () => void; lost: (gone: boolean) => void; first: (ms: number) => void }
): RoundPicture {
  const began = performance.now()
  const software = drawnBy() === 'processor'
  const renderer = new WebGLRenderer({
    canvas,
    antialias: !software,
    preserveDrawingBuffer: true
  })
  const gl = renderer.getContext()
  const ratio = software ? AT_REST : Math.min(MOST_RATIO, window.devicePixelRatio)
  renderer.setPixelRatio(ratio)
  renderer.shadowMap.enabled = !software
  renderer.shadowMap.type = PCFSoftShadowMap
  renderer.shadowMap.autoUpdate = false

  const scene = new Scene()
  const camera = new PerspectiveCamera(FOV, 1, 1, 20_000)
  const controls = new OrbitControls(camera, canvas)
  controls.enableDamping = false
  controls.maxPolarAngle = Math.PI * 0.52
  controls.zoomToCursor = true
  // mm of the model lie as on its plan; up is up
  const root = new Group()
  root.rotation.x = -Math.PI / 2
  scene.add(root)
  const table = new Mesh(
    new CylinderGeometry(1, 1, 1, 72),
    new MeshLambertMaterial({ color: 0xb9b3a6 })
  )
  table.receiveShadow = true
  scene.add(table)
  const sun = new DirectionalLight(0xfff6ea, 2.6)
  sun.castShadow = true
  sun.shadow.mapSize.set(SHADOW_PX, SHADOW_PX)
  sun.shadow.bias = -0.0006
  sun.shadow.normalBias = 0.8
  const sky = new HemisphereLight(0xdfe8ee, 0x8d8577, 1.5)
  scene.add(sun, sun.target, sky)
  const shared = aLight()
  const eyeAt = { value: new Vector3() }
  const textures: Texture[] = []
  let model: RoundModel | null = null
  let parts: { mesh: Mesh; part: RoundPart; reshaped?: boolean }[] = []
  let setting: LightSetting = { kind: 'sun', fromDeg: 215, highDeg: 42 }
  let walking = false
  let asked = 0
  let frames = 0
  let scriptMs = 0
  let firstMs: number | null = null
  let isRough = false
  let settle = 0

  function draw(): void {
    asked = 0
    if (gl.isContextLost()) return
    const from = performance.now()
    eyeAt.value.set(camera.position.x, -camera.position.z, camera.position.y)
    renderer.render(scene, camera)
    scriptMs = performance.now() - from
    frames++
    canvas.dataset.frames = String(frames)
    canvas.dataset.scriptMs = scriptMs.toFixed(2)
    if (firstMs === null && model) {
      firstMs = performance.now() - began
      seen.first(firstMs)
    }
  }
  let waits = false
  const again = () => {
    if (asked === 0 && !waits) asked = requestAnimationFrame(draw)
  }
  /** While the eye moves a processor draws fewer pixels, and all of them when it rests. */
  function moving(): void {
    seen.moved()
    roughly()
  }
  function roughly(): void {
    if (software) {
      if (!isRough) {
        isRough = true
        renderer.setPixelRatio(ROUGH)
      }
      clearTimeout(settle)
      settle = window.setTimeout(() => {
        isRough = false
        renderer.setPixelRatio(ratio)
        again()
      }, 220)
    }
    again()
  }
  controls.addEventListener('change', moving)
  const onLost = (event: Event) => {
    event.preventDefault()
    seen.lost(true)
  }
  const onBack = () => {
    renderer.shadowMap.needsUpdate = true
    seen.lost(false)
    again()
  }
  canvas.addEventListener('webglcontextlost', onLost)
  canvas.addEventListener('webglcontextrestored', onBack)

  /** @param stays  shapes that are drawn again */
  function clear(stays: ReadonlySet<BufferGeometry> = new Set()): void {
    for (const { mesh } of parts) {
      root.remove(mesh)
      if (!stays.has(mesh.geometry)) mesh.geometry.dispose()
      ;(mesh.material as Material).dispose()
    }
    parts = []
    for (const texture of textures.splice(0)) texture.dispose()
  }
  const kept = (texture: Texture) => {
    textures.push(texture)
    return texture
  }

  function show(next: RoundModel): void {
    const isFirst = model === null
    const before = new Map(parts.map((p) => [p.part.id, p]))
    // a body that is the one that stands is not made ready again, nor moved once more to the graphics
    const stays = new Set(
      next.parts.flatMap((p) => {
        const drawn = before.get(p.id)
        const isSame = drawn?.part.xyz === p.xyz && drawn.part.colours === p.colours
        return drawn && isSame && !drawn.reshaped ? [drawn.mesh.geometry] : []
      })
    )
    clear(stays)
    model = next
    const bed = kept(fieldTexture(next.ground)) as ReturnType<typeof fieldTexture>
    const white = kept(fieldTexture(next.white)) as ReturnType<typeof fieldTexture>
    const ripples = kept(fieldTexture(next.ripples, true)) as ReturnType<typeof fieldTexture>
    const tables = next.tables.map((t) => kept(tableTexture(t)) as ReturnType<typeof tableTexture>)
    for (const part of next.parts) {
      const drawn = before.get(part.id)?.mesh.geometry
      const geometry = drawn && stays.has(drawn) ? drawn : geometryOf(part)
      const mesh = new Mesh(geometry, materialOf(part))
      mesh.castShadow = !THROWS_NONE.includes(part.kind)
      mesh.receiveShadow = true
      mesh.userData.part = part.id
      root.add(mesh)
      parts.push({ mesh, part })
    }
    function materialOf(part: RoundPart): Material {
      if (part.kind === 'mist')
        return new MeshLambertMaterial({ color: 0xffffff, transparent: true, opacity: 0.28 })
      if ((part.kind === 'water' || part.kind === 'run') && part.table !== undefined) {
        return waterMaterial({
          light: shared,
          eye: eyeAt,
          table: tables[part.table],
          mostMm: next.tables[part.table].mostMm,
          bed,
          bedMap: fieldMap(next.ground),
          white,
          whiteMap: fieldMap(next.white),
          ripples,
          rippleMap: fieldMap(next.ripples),
          rippleCellMm: next.ripples.cellMm,
          shallow: part.kind === 'run'
        })
      }
      if (part.white) {
        const own = part.table === undefined ? null : next.tables[part.table]
        const k = own ? 3 * Math.round(own.columns * 0.55) : 0
        const colour = own
          ? new Color().setRGB(
              own.rgb[k] / 255,
              own.rgb[k + 1] / 255,
              own.rgb[k + 2] / 255,
              SRGBColorSpace
            )
          : new Color(part.colour)
        return gelMaterial(shared, eyeAt, colour, part.kind === 'crest' ? 0.12 : 0.5)
      }
      return new MeshLambertMaterial({
        color: part.colours ? 0xffffff : part.colour,
        vertexColors: part.colours !== undefined,
        flatShading: FLAT.includes(part.kind),
        transparent: part.kind in CLEAR,
        opacity: CLEAR[part.kind] ?? 1
      })
    }
    const reach = Math.hypot(next.widthMm, next.depthMm)
    table.position.set(next.widthMm / 2, -16.5, -next.depthMm / 2)
    table.scale.set(reach * 0.62, 7, reach * 0.62)
    camera.near = reach / 200
    camera.far = reach * 20
    if (isFirst && !walking) lookFrom('corner')
    light(setting)
    roughly()
  }

  function light(next: LightSetting): void {
    setting = next
    const [a, h] = [radians(next.fromDeg), radians(next.highDeg)]
    shared.toSun.value.set(Math.cos(a) * Math.cos(h), Math.sin(a) * Math.cos(h), Math.sin(h))
    const isLamp = next.kind === 'lamp'
    shared.sun.value.set(isLamp ? 0xffe2b8 : 0xfff7ec).multiplyScalar(isLamp ? 0.75 : 0.85)
    shared.sky.value.set(isLamp ? 0x7a736a : 0xc3ccd2).multiplyScalar(isLamp ? 0.8 : 0.62)
    sun.color.set(isLamp ? 0xffdcae : 0xfff6ea)
    sky.intensity = isLamp ? 0.9 : 1.5
    const wall = getComputedStyle(canvas).getPropertyValue('--sunk').trim()
    scene.background = new Color(isLamp ? '#2b2a2a' : wall || '#dfe4e4')
    if (model) {
      const reach = Math.hypot(model.widthMm, model.depthMm)
      const d = shared.toSun.value
      sun.target.position.set(model.widthMm / 2, 0, -model.depthMm / 2)
      sun.position
        .set(d.x, d.z, -d.y)
        .multiplyScalar(reach * 1.5)
        .add(sun.target.position)
      const box = sun.shadow.camera
      box.left = box.bottom = -reach * 0.66
      box.right = box.top = reach * 0.66
      box.near = reach * 0.4
      box.far = reach * 3
      box.updateProjectionMatrix()
    }
    renderer.shadowMap.needsUpdate = true
    again()
  }

  function lookFrom(view: 'front' | 'above' | 'corner'): void {
    if (!model) return
    walking = false
    controls.enabled = true
    camera.fov = FOV
    const { widthMm: w, depthMm: d, heightMm: h } = model
    // all of it is seen whichever side of the pane is the narrower
    const half = Math.tan((FOV * Math.PI) / 360)
    const wide = Math.hypot(w, d) / 2
    const far = Math.max((0.78 * wide + h / 2) / half, (1.04 * wide) / (half * camera.aspect))
    const [x, y, z] = { front: [0, -1, 0.32], above: [0, -0.02, 1], corner: [0.42, -0.78, 0.62] }[
      view
    ]
    const l = Math.hypot(x, y, z)
    controls.target.set(w / 2, h * 0.25, -d / 2)
    camera.position.set(w / 2 + (far * x) / l, h * 0.25 + (far * z) / l, -d / 2 - (far * y) / l)
    camera.updateProjectionMatrix()
    controls.update()
    moving()
  }
  function eye(next: EyeSetting): void {
    if (next.kind === 'orbit') {
      if (walking) lookFrom('corner')
      return
    }
    walking = true
    controls.enabled = false
    const [x, y, z] = next.at
    const [a, t] = [radians(next.headingDeg), radians(next.tiltDeg)]
    camera.fov = 52
    camera.position.set(x, z, -y)
    camera.lookAt(x + Math.cos(a) * Math.cos(t), z + Math.sin(t), -y - Math.sin(a) * Math.cos(t))
    camera.updateProjectionMatrix()
    moving()
  }
  function turn(acrossDeg: number, upDeg: number, nearer: number): void {
    const from = camera.position.clone().sub(controls.target)
    const r = from.length() / nearer
    const across = Math.atan2(from.x, from.z) + radians(acrossDeg)
    const up = Math.min(1.54, Math.max(-0.05, Math.asin(from.y / from.length()) + radians(upDeg)))
    camera.position
      .set(
        r * Math.cos(up) * Math.sin(across),
        r * Math.sin(up),
        r * Math.cos(up) * Math.cos(across)
      )
      .add(controls.target)
    camera.lookAt(controls.target)
    controls.update()
    moving()
  }

  const ray = new Raycaster()
  const spot = new Vector2()
  function aim(x: number, y: number): void {
    const box = canvas.getBoundingClientRect()
    spot.set(((x - box.left) / box.width) * 2 - 1, 1 - ((y - box.top) / box.height) * 2)
    ray.setFromCamera(spot, camera)
  }
  function pick(x: number, y: number) {
    aim(x, y)
    const [hit] = ray.intersectObjects(
      parts.filter((p) => p.part.kind !== 'mist').map((p) => p.mesh),
      false
    )
    const found = hit && parts.find((p) => p.mesh === hit.object)
    if (!hit || !found) return null
    const at: [number, number, number] = [hit.point.x, -hit.point.z, hit.point.y]
    return { part: found.part, at }
  }

  const land = () => parts.find((p) => p.part.kind === 'land')
  function landUnder(x: number, y: number): [number, number, number] | null {
    aim(x, y)
    const found = land()
    const [hit] = found ? ray.intersectObject(found.mesh, false) : []
    return hit ? [hit.point.x, -hit.point.z, hit.point.y] : null
  }
  const plane = new Plane()
  const on = new Vector3()
  function onPlane(
    x: number,
    y: number,
    through: readonly [number, number, number],
    kind: 'upright' | 'level'
  ): [number, number, number] | null {
    aim(x, y)
    const point = new Vector3(through[0], through[2], -through[1])
    const normal =
      kind === 'level' ? new Vector3(0, 1, 0) : camera.position.clone().sub(point).setY(0)
    plane.setFromNormalAndCoplanarPoint(normal.normalize(), point)
    return ray.ray.intersectPlane(plane, on) ? [on.x, -on.z, on.y] : null
  }
  function reshape(byMm: (x: number, y: number) => number): void {
    const found = land()
    if (!found) return
    found.reshaped = true
    const { geometry } = found.mesh
    const place = geometry.getAttribute('position')
    for (let i = 0; i < place.count; i++) {
      const by = byMm(place.getX(i), place.getY(i))
      if (by !== 0 && place.getZ(i) > 0) place.setZ(i, Math.max(0, place.getZ(i) + by))
    }
    place.needsUpdate = true
    geometry.computeVertexNormals()
    renderer.shadowMap.needsUpdate = true
    again()
  }
  let marked: Group | null = null
  function mark(doing: InHand | null): void {
    if (marked) root.remove(marked)
    marked?.traverse((thing) => {
      if (thing instanceof LineSegments) thing.geometry.dispose()
      if (thing instanceof Mesh || thing instanceof LineSegments)
        (thing.material as Material).dispose()
    })
    marked = doing && markedOf(doing, parts)
    if (marked) root.add(marked)
    again()
  }
  const CORNERS = 56
  const round = new LineLoop(
    new BufferGeometry().setAttribute(
      'position',
      new BufferAttribute(new Float32Array(3 * CORNERS), 3)
    ),
    new LineBasicMaterial({ color: 0x9c3b22, depthTest: false })
  )
  round.visible = false
  round.frustumCulled = false
  root.add(round)
  function ring(
    at: readonly [number, number] | null,
    radiusMm: number,
    heightAt: (x: number, y: number) => number
  ): void {
    round.visible = at !== null
    if (at) {
      const place = round.geometry.getAttribute('position')
      for (let i = 0; i < CORNERS; i++) {
        const a = (2 * Math.PI * i) / CORNERS
        const [x, y] = [at[0] + radiusMm * Math.cos(a), at[1] + radiusMm * Math.sin(a)]
        place.setXYZ(i, x, y, heightAt(x, y) + 0.6)
      }
      place.needsUpdate = true
    }
    again()
  }

  async function picture(width: number, height: number): Promise<Blob> {
    const size = renderer.getSize(new Vector2())
    const { aspect } = camera
    clearTimeout(settle)
    isRough = false
    renderer.setPixelRatio(1)
    renderer.setSize(width, height, false)
    camera.aspect = width / height
    camera.updateProjectionMatrix()
    draw()
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    renderer.setPixelRatio(ratio)
    renderer.setSize(size.x, size.y, false)
    camera.aspect = aspect
    camera.updateProjectionMatrix()
    roughly()
    if (!blob) throw new Error('the browser could not make a picture of that size')
    return blob
  }

  return {
    show,
    light,
    eye,
    turn,
    lookFrom,
    pick,
    landUnder,
    onPlane,
    mark,
    reshape,
    ring,
    hold: (held) => (controls.enabled = !held && !walking),
    wait(on) {
      waits = on
      again()
    },
    picture,
    canvas,
    software,
    plain(on) {
      shared.plain.value = on ? 1 : 0
      again()
    },
    take({ eye: at, target, up, fovDeg }) {
      walking = true
      controls.enabled = false
      camera.fov = fovDeg
      camera.up.set(up[0], up[2], -up[1])
      camera.position.set(at[0], at[2], -at[1])
      camera.lookAt(target[0], target[2], -target[1])
      camera.up.set(0, 1, 0)
      camera.updateProjectionMatrix()
      again()
    },
    where() {
      const ahead = camera.getWorldDirection(new Vector3()).multiplyScalar(camera.position.length())
      const far = walking ? camera.position.clone().add(ahead) : controls.target
      return {
        eye: [camera.position.x, -camera.position.z, camera.position.y],
        target: [far.x, -far.z, far.y],
        up: [0, 0, 1],
        fovDeg: camera.fov
      }
    },
    resize(width, height) {
      if (width < 2 || height < 2) return
      renderer.setSize(width, height, false)
      camera.aspect = width / height
      camera.updateProjectionMatrix()
      // a canvas of another size is empty: drawn before it is shown, it does not blink
      if (waits) return
      cancelAnimationFrame(asked)
      draw()
    },
    root: () => root,
    stats: () => ({ triangles: model?.triangles ?? 0, frames, scriptMs, firstMs }),
    stop() {
      cancelAnimationFrame(asked)
      clearTimeout(settle)
      canvas.removeEventListener('webglcontextlost', onLost)
      canvas.removeEventListener('webglcontextrestored', onBack)
      clear()
      controls.dispose()
      table.geometry.dispose()
      ;(table.material as Material).dispose()
      renderer.dispose()
    }
  }
}
