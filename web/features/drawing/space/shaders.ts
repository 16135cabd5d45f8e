/** Programs of the picture. Places are the renderer's: metres, y up. */

export const toneVertex = /* glsl */ `
varying vec2 seen;
void main() {
  seen = uv;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}`;
/** Exposure, white, gamut, tone and sRGB: as core/light/exposure and core/light/srgb say it. Depth goes along, for what is drawn over it. */
export const toneFragment = /* glsl */ `
uniform sampler2D picture;
uniform sampler2D haze;
uniform sampler2D depths;
uniform float exposure;
uniform float hazy;
uniform mat3 balance;
uniform vec2 hazeSize;
uniform vec2 reach;
varying vec2 seen;
float far(vec2 at) {
  return reach.x * reach.y / (reach.y - texture2D(depths, at).r * (reach.y - reach.x));
}
/** Haze is coarser than the picture: of its four points round about those count that lie as deep, so that edges of bodies stay where they are. */
vec3 hazeHere() {
  vec2 at = seen * hazeSize - 0.5;
  vec2 first = floor(at);
  vec2 part = at - first;
  float own = far(seen);
  vec3 sum = vec3(0.0);
  float weights = 0.0;
  for (int i = 0; i < 4; i++) {
    vec2 step = vec2(float(i - 2 * (i / 2)), float(i / 2));
    vec2 point = (clamp(first + step, vec2(0.0), hazeSize - 1.0) + 0.5) / hazeSize;
    vec2 near = mix(1.0 - part, part, step);
    float weight = (near.x * near.y + 0.001) / (0.05 + abs(far(point) - own));
    sum += texture2D(haze, point).rgb * weight;
    weights += weight;
  }
  return sum / weights;
}
void main() {
  vec3 light = texture2D(picture, seen).rgb;
  if (hazy > 0.5) light += hazeHere();
  vec3 c = balance * light * exposure;
  float y = max(0.0, dot(c, vec3(0.2126729, 0.7151522, 0.072175)));
  float least = min(c.r, min(c.g, c.b));
  if (least < 0.0 && y > least) c = vec3(y) + (c - vec3(y)) * y / (y - least);
  c = vec3(1.0) - exp(-max(c, vec3(0.0)));
  vec3 low = c * 12.92;
  vec3 high = 1.055 * pow(c, vec3(1.0 / 2.4)) - 0.055;
  gl_FragColor = vec4(mix(low, high, step(vec3(0.0031308), c)), 1.0);
  gl_FragDepth = texture2D(depths, seen).r;
}`;

export const hazeVertex = /* glsl */ `
attribute vec3 at;
attribute vec3 way;
attribute vec3 rgb;
attribute vec2 figures;
attribute vec3 plane0;
attribute vec3 plane1;
attribute vec3 plane2;
attribute vec3 plane3;
varying vec3 place;
flat varying vec3 vAt;
flat varying vec3 vWay;
flat varying vec3 vRgb;
flat varying vec2 vFigures;
flat varying vec3 vPlane0;
flat varying vec3 vPlane1;
flat varying vec3 vPlane2;
flat varying vec3 vPlane3;
void main() {
  vec3 side = normalize(abs(way.y) < 0.9 ? cross(way, vec3(0.0, 1.0, 0.0)) : cross(way, vec3(1.0, 0.0, 0.0)));
  vec3 over = cross(side, way);
  float wide = figures.x * figures.y;
  place = at + way * (position.y * figures.y) + (side * position.x + over * position.z) * wide;
  vAt = at;
  vWay = way;
  vRgb = rgb;
  vFigures = figures;
  vPlane0 = plane0;
  vPlane1 = plane1;
  vPlane2 = plane2;
  vPlane3 = plane3;
  gl_Position = projectionMatrix * viewMatrix * vec4(place, 1.0);
}`;
/**
 * Light that haze scatters on the way from the eye through a cone: of a lamp of so many candela each piece of the way gives candela / distance^2 times what a metre
 * scatters, the same in all directions; without what the haze swallows. Its sum over a stretch of a straight line is closed: (atan b - atan a) / h.
 * Source: single scattering by a point source, plain geometry.
 */
export const hazeFragment = /* glsl */ `
uniform sampler2D depths;
uniform vec2 size;
uniform mat4 unproject;
uniform vec3 eye;
uniform float scatter;
varying vec3 place;
flat varying vec3 vAt;
flat varying vec3 vWay;
flat varying vec3 vRgb;
flat varying vec2 vFigures;
flat varying vec3 vPlane0;
flat varying vec3 vPlane1;
flat varying vec3 vPlane2;
flat varying vec3 vPlane3;
void cutBy(vec3 normal, vec3 from, vec3 ray, inout float t1, inout float t2) {
  float a = dot(normal, from);
  float b = dot(normal, ray);
  if (abs(b) < 1e-6) {
    if (a < 0.0) t2 = t1 - 1.0;
    return;
  }
  float t = -a / b;
  if (b > 0.0) t1 = max(t1, t); else t2 = min(t2, t);
}
void main() {
  vec2 seen = gl_FragCoord.xy / size;
  vec3 ray = normalize(place - eye);
  vec4 hit = unproject * vec4(seen * 2.0 - 1.0, texture2D(depths, seen).r * 2.0 - 1.0, 1.0);
  float end = distance(hit.xyz / hit.w, eye);
  vec3 from = eye - vAt;
  float k2 = 1.0 + vFigures.x * vFigures.x;
  float d = dot(ray, vWay);
  float m = dot(from, vWay);
  float a = 1.0 - k2 * d * d;
  float b = dot(from, ray) - k2 * m * d;
  float c = dot(from, from) - k2 * m * m;
  float t1 = 0.0;
  float t2 = end;
  float root = b * b - a * c;
  if (abs(a) < 1e-7) a = 1e-7;
  if (root < 0.0) {
    if (a > 0.0) discard;
  } else {
    float r = sqrt(root);
    float p = (-b - r) / a;
    float q = (-b + r) / a;
    if (a > 0.0) {
      t1 = max(t1, p);
      t2 = min(t2, q);
    } else if (d > 0.0) {
      // Looking along it: the near nappe begins at the greater root, and has no end.
      t1 = max(t1, max(p, q));
    } else {
      t2 = min(t2, min(p, q));
    }
  }
  cutBy(vWay, from, ray, t1, t2);
  cutBy(-vWay, from - vWay * vFigures.y, ray, t1, t2);
  if (dot(vPlane0, vPlane0) > 0.0) cutBy(vPlane0, from, ray, t1, t2);
  if (dot(vPlane1, vPlane1) > 0.0) cutBy(vPlane1, from, ray, t1, t2);
  if (dot(vPlane2, vPlane2) > 0.0) cutBy(vPlane2, from, ray, t1, t2);
  if (dot(vPlane3, vPlane3) > 0.0) cutBy(vPlane3, from, ray, t1, t2);
  if (t2 <= t1) discard;
  float near = -dot(from, ray);
  float h = sqrt(max(dot(from, from) - near * near, 0.0004));
  float sum = (atan((t2 - near) / h) - atan((t1 - near) / h)) / h;
  // Softer towards its edge, as a field is.
  vec3 middle = from + ray * (0.5 * (t1 + t2));
  float ahead = max(dot(middle, vWay), 0.01);
  float off = length(middle - vWay * ahead) / (ahead * vFigures.x);
  float soft = 1.0 - smoothstep(0.35, 1.0, off);
  gl_FragColor = vec4(vRgb * (scatter / 12.566371 * sum * soft), 1.0);
}`;
