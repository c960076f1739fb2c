import {
  ClampToEdgeWrapping,
  DataTexture,
  DataUtils,
  HalfFloatType,
  LinearFilter,
  LinearMipmapLinearFilter,
  RedFormat,
  RGBAFormat,
  ShaderMaterial,
  SRGBColorSpace,
  UnsignedByteType,
  Vector3,
  Vector4,
  Color
} from 'three'
import type { DepthTable, RoundField } from '../../core/plan/round/types'

/** What every surface asks of the light: shared, so that one change reaches all. */
export interface Light {
  toSun: { value: Vector3 }
  sun: { value: Color }
  sky: { value: Color }
  /** 1: colours as they are computed, no light falls on them. */
  plain: { value: number }
}
export const aLight = (): Light => ({
  toSun: { value: new Vector3(-0.5, 0.45, 0.74) },
  sun: { value: new Color(1, 0.97, 0.92) },
  sky: { value: new Color(0.55, 0.6, 0.64) },
  plain: { value: 0 }
})

/** A field over the base as a picture that is read between its values; seen from afar it fades where that is wished. */
export function fieldTexture({ cols, rows, values }: RoundField, fades = false): DataTexture {
  const half = new Uint16Array(values.length)
  for (let i = 0; i < values.length; i++)
    half[i] = DataUtils.toHalfFloat(Math.min(60_000, Math.max(-60_000, values[i])))
  const texture = new DataTexture(half, cols, rows, RedFormat, HalfFloatType)
  texture.magFilter = LinearFilter
  texture.minFilter = fades ? LinearMipmapLinearFilter : LinearFilter
  texture.generateMipmaps = fades
  texture.wrapS = texture.wrapT = ClampToEdgeWrapping
  texture.needsUpdate = true
  return texture
}
/** From a place on the base to the picture of a field: an offset and a factor. */
export const fieldMap = ({ cols, rows, x0, y0, cellMm }: RoundField): Vector4 =>
  new Vector4(
    (0.5 - x0 / cellMm) / cols,
    (0.5 - y0 / cellMm) / rows,
    1 / (cols * cellMm),
    1 / (rows * cellMm)
  )

export function tableTexture({ columns, slants, rgb }: DepthTable): DataTexture {
  const rgba = new Uint8Array((rgb.length / 3) * 4)
  for (let i = 0; i < rgb.length / 3; i++) {
    rgba.set(rgb.subarray(3 * i, 3 * i + 3), 4 * i)
    rgba[4 * i + 3] = 255
  }
  const texture = new DataTexture(rgba, columns, slants.length, RGBAFormat, UnsignedByteType)
  texture.colorSpace = SRGBColorSpace
  texture.minFilter = texture.magFilter = LinearFilter
  texture.wrapS = texture.wrapT = ClampToEdgeWrapping
  texture.needsUpdate = true
  return texture
}

/** Noise over the plan, the same at the same place. */
const NOISE = /* glsl */ `
  float hash(vec2 p) {
    vec3 q = fract(vec3(p.xyx) * 0.1031);
    q += dot(q, q.yzx + 33.33);
    return fract((q.x + q.y) * q.z);
  }
  float noise(vec2 p) {
    vec2 i = floor(p);
    vec2 f = fract(p);
    f = f * f * (3.0 - 2.0 * f);
    return mix(
      mix(hash(i), hash(i + vec2(1.0, 0.0)), f.x),
      mix(hash(i + vec2(0.0, 1.0)), hash(i + vec2(1.0, 1.0)), f.x),
      f.y
    );
  }
  float foam(vec2 p) {
    return 0.55 * noise(p) + 0.3 * noise(2.3 * p + 7.0) + 0.15 * noise(5.1 * p + 3.0);
  }
`
const LIT = (through: string) => /* glsl */ `
  uniform vec3 toSun;
  uniform vec3 sun;
  uniform vec3 sky;
  uniform float plain;
  const float through = ${through};
  vec3 lit(vec3 colour, vec3 n) {
    float falls = max(0.0, dot(n, toSun));
    falls = max(falls, -0.5 * through * dot(n, toSun));
    return colour * (sky * (0.75 + 0.25 * n.z) + sun * falls);
  }
`
const VERTEX = /* glsl */ `
  attribute float white;
  varying vec3 at;
  varying vec3 faces;
  varying float own;
  varying vec3 fromEye;
  uniform vec3 eyeAt;
  void main() {
    at = position;
    faces = normal;
    own = white;
    fromEye = position - eyeAt;
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }
`

export interface WaterLook {
  light: Light
  /** The eye, mm on the model: shared. */
  eye: { value: Vector3 }
  table: DataTexture
  mostMm: number
  bed: DataTexture
  bedMap: Vector4
  white: DataTexture
  whiteMap: Vector4
  /** How far its ripples rise and fall, mm, and how far apart the places of that lie. */
  ripples: DataTexture
  rippleMap: Vector4
  rippleCellMm: number
  /** A run has no ground under it but its own bed: its depth is taken upright. */
  shallow: boolean
}

/**
 * Water in a bed: its colour comes from the table by the way of the ray through it, which the surface
 * bends; white lies on it as the white map says.
 */
export function waterMaterial(look: WaterLook): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: {
      ...look.light,
      eyeAt: look.eye,
      table: { value: look.table },
      mostMm: { value: look.mostMm },
      bed: { value: look.bed },
      bedMap: { value: look.bedMap },
      whiteness: { value: look.white },
      whiteMap: { value: look.whiteMap },
      ripples: { value: look.ripples },
      rippleMap: { value: look.rippleMap },
      rippleCell: { value: look.rippleCellMm },
      shallow: { value: look.shallow ? 1 : 0 }
    },
    vertexShader: VERTEX,
    fragmentShader: /* glsl */ `
      ${NOISE}
      ${LIT('0.0')}
      varying vec3 at;
      varying vec3 faces;
      varying vec3 fromEye;
      uniform sampler2D table;
      uniform sampler2D bed;
      uniform sampler2D whiteness;
      uniform vec4 bedMap;
      uniform vec4 whiteMap;
      uniform float mostMm;
      uniform sampler2D ripples;
      uniform vec4 rippleMap;
      uniform float rippleCell;
      uniform float shallow;
      float bedAt(vec2 p) {
        return texture2D(bed, bedMap.xy + p * bedMap.zw).r;
      }
      float rippleAt(vec2 p) {
        return texture2D(ripples, rippleMap.xy + p * rippleMap.zw).r;
      }
      vec3 rippled(vec2 p) {
        float e = rippleCell;
        float across = rippleAt(p + vec2(e, 0.0)) - rippleAt(p - vec2(e, 0.0));
        float along = rippleAt(p + vec2(0.0, e)) - rippleAt(p - vec2(0.0, e));
        return normalize(vec3(-across, -along, 2.0 * e));
      }
      void main() {
        vec3 ray = normalize(fromEye);
        vec3 flatly = normalize(cross(dFdx(at), dFdy(at)));
        vec3 n = normalize(faces);
        float depth = at.z - bedAt(at.xy);
        float top = step(0.3, abs(flatly.z));
        vec3 up = normalize(n + top * (rippled(at.xy) - vec3(0.0, 0.0, 1.0)) * (1.0 - plain));
        vec3 bent = refract(ray, plain > 0.5 ? n : up, 1.0 / 1.5);
        float down = max(0.74, -bent.z);
        float slant = 1.0 / down;
        if (plain < 0.5 && shallow < 0.5) {
          vec2 below = at.xy + bent.xy * (max(0.0, depth) * slant);
          depth = at.z - bedAt(below);
        }
        // a cut face is looked into sideways, as far as the water is deep behind it
        depth = mix(0.75 * mostMm, depth, top);
        float u = (0.5 + 63.0 * clamp(depth / mostMm, 0.0, 1.0)) / 64.0;
        float v = (0.5 + 5.0 * clamp((slant - 1.0) / 0.3416, 0.0, 1.0)) / 6.0;
        vec3 colour = texture2D(table, vec2(u, mix(v, 0.5 / 6.0, max(plain, 1.0 - top)))).rgb;
        float share = top * texture2D(whiteness, whiteMap.xy + at.xy * whiteMap.zw).r;
        float spots = foam(at.xy * 0.55);
        float covered = smoothstep(1.0 - share - 0.2, 1.0 - share + 0.2, 0.1 + 0.9 * spots) * smoothstep(0.01, 0.06, share);
        // from afar spots run together
        covered = mix(covered, share, smoothstep(1.4, 4.0, length(fwidth(at.xy))));
        if (plain > 0.5) covered = 0.0;
        if (plain < 0.5) {
          colour = lit(mix(colour, vec3(0.92), covered), up);
          vec3 back = reflect(ray, up);
          float bright = pow(max(0.0, dot(back, toSun)), 90.0);
          float mirror = (0.04 + 0.96 * pow(1.0 - max(0.0, -dot(ray, up)), 5.0)) * (1.0 - 0.85 * covered);
          colour = mix(colour, sky * 1.25, mirror * 0.8) + sun * bright * 0.9 * (1.0 - covered);
        }
        gl_FragColor = vec4(colour, 1.0);
        #include <colorspace_fragment>
      }
    `
  })
}

/** Gel, paste and skin that stand out of the water: clear where they are not white. */
export function gelMaterial(
  light: Light,
  eye: { value: Vector3 },
  colour: Color,
  clear: number
): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: { ...light, eyeAt: eye, colour: { value: colour }, clear: { value: clear } },
    vertexShader: VERTEX,
    transparent: clear > 0,
    side: 2,
    fragmentShader: /* glsl */ `
      ${NOISE}
      ${LIT('1.0')}
      varying vec3 at;
      varying vec3 faces;
      varying vec3 fromEye;
      varying float own;
      uniform vec3 colour;
      uniform float clear;
      void main() {
        vec3 ray = normalize(fromEye);
        vec3 n = normalize(gl_FrontFacing ? faces : -faces);
        // threads run the way the water goes: stretched upright
        float threads = foam(vec2(at.x * 0.9 + at.y * 0.7, at.z * 0.12 + 0.25 * (at.x - at.y)));
        float covered = smoothstep(1.0 - own - 0.15, 1.0 - own + 0.15, 0.1 + 0.9 * threads) * step(0.01, own);
        vec3 shown = mix(colour, vec3(0.93), covered);
        if (plain < 0.5) {
          shown = lit(shown, n);
          float bright = pow(max(0.0, dot(reflect(ray, n), toSun)), 60.0);
          shown += sun * bright * 0.6;
        }
        float edge = pow(1.0 - abs(dot(ray, n)), 3.0);
        gl_FragColor = vec4(shown, mix(1.0 - clear + clear * edge, 1.0, covered));
        #include <colorspace_fragment>
      }
    `
  })
}
