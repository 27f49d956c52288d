// Compositor: sprites + procedural/texture backgrounds -> WxW RGB + truth + gap flag (uint8, 5
// channels). Not product: shadows, reflections, grey cards, charts, balls, papers, plinths, tables,
// defocused things, furniture behind. gcc -O3 -march=native -ffast-math -shared -fPIC synth.c -o
// libsynth.so -lm
#include <math.h>
#include <stdint.h>
#include <stdlib.h>
#include <string.h>
typedef unsigned char u8;
#define MW 256
#define MN (MW * MW)
static uint64_t state = 88172645463325252ull;
static inline uint32_t random32(void) {
  state ^= state << 13;
  state ^= state >> 7;
  state ^= state << 17;
  return (uint32_t)(state >> 16);
}
static inline float uniform(float a, float b) {
  return a + (b - a) * (random32() * (1.f / 4294967296.f));
}
static inline int integer(int a, int b) {
  return a + (int)(uniform(0, 1) * (b - a));
}  // [a,b)
static inline float gaussian(void) {
  return sqrtf(-2 * logf(uniform(1e-7f, 1))) * cosf(6.2831853f * uniform(0, 1));
}
static inline int chance(float p) {
  return uniform(0, 1) < p;
}
static inline float clamp(float x, float a, float b) {
  return x < a ? a : x > b ? b : x;
}
enum { X0, X1, Y0, Y1, ELEV, HORIZON, POSE, ONFLOOR, MATERIAL, HARD, FURNITURE, LUM, NMETA };
enum { STANDING, HANGING, LYING, DETAIL };
typedef struct {
  const u8 *px, *rf, *wd;
  float m[NMETA];
} Sprite;  // px 256x256x7: RGBA truth key-shadow dome-shadow; rf reflection or 0; wd wide hard
           // shadow or 0
enum { CANY, CWHITE, CBLACK, CWOOD, CDETAIL, CROOM, CSTAND, NCLASS };
static const Sprite* sprites;
static int *members[NCLASS], member_count[NCLASS];
static const u8* textures;
static int texture_count;
static const int* wooden;
static int wooden_count;
static int W, N;
static int member(const float* m, int c) {
  int whole = m[POSE] != DETAIL, mat = m[MATERIAL];
  switch (c) {
    case CANY: return whole;
    case CWHITE: return whole && (mat == 4 || m[LUM] > .66f);
    case CBLACK: return whole && (mat == 5 || m[LUM] < .13f);
    case CWOOD: return whole && mat == 7;
    case CDETAIL: return !whole;
    case CROOM: return m[FURNITURE] > 0 && m[POSE] == STANDING && m[ELEV] < 32;
    default: return m[POSE] == STANDING;
  }
}
void setup(int ns, const u8** px, const u8** rf, const u8** wd, const float* meta, const u8* tx,
           int nt, const int* woodtx, int nwood) {
  Sprite* s = malloc(sizeof(Sprite) * ns);
  for (int i = 0; i < ns; i++) {
    s[i].px = px[i];
    s[i].rf = rf[i];
    s[i].wd = wd[i];
    memcpy(s[i].m, meta + i * NMETA, sizeof s[i].m);
  }
  sprites = s;
  textures = tx;
  texture_count = nt;
  wooden = woodtx;
  wooden_count = nwood;
  for (int c = 0; c < NCLASS; c++) {
    members[c] = malloc(4 * ns);
    member_count[c] = 0;
    for (int i = 0; i < ns; i++)
      if (member(s[i].m, c))
        members[c][member_count[c]++] = i;
  }
}
static const Sprite* pick(int c) {
  if (!member_count[c])
    c = CANY;
  return sprites + members[c][integer(0, member_count[c])];
}
static const u8* any_texture(int wood) {
  return textures + (long)(wood ? wooden[integer(0, wooden_count)] : integer(0, texture_count)) *
                        256 * 256 * 3;
}
static void box_columns(float* x, int n,
                        float w) {  // 3 box passes down the columns of W rows of n floats
  static float t[MN * 4], acc[MW * 4];
  float r = (w - 1) / 2;
  int ri = (int)r;
  float fr = r - ri, inv = 1 / (2 * r + 1);
  for (int pass = 0; pass < 3; pass++) {
    memcpy(t, x, 4l * W * n);
    memset(acc, 0, 4 * n);
    for (int i = -ri; i <= ri; i++) {
      const float* q = t + (long)(i < 0 ? 0 : i >= W ? W - 1 : i) * n;
      for (int k = 0; k < n; k++)
        acc[k] += q[k];
    }
    for (int i = 0; i < W; i++) {
      int lo = i - ri - 1, hi = i + ri + 1, l2 = i - ri;
      lo = lo < 0 ? 0 : lo;
      l2 = l2 < 0 ? 0 : l2;
      hi = hi >= W ? W - 1 : hi;
      const float *a = t + (long)lo * n, *b = t + (long)hi * n, *d = t + (long)l2 * n;
      float* o = x + (long)i * n;
      for (int k = 0; k < n; k++) {
        o[k] = (acc[k] + fr * (a[k] + b[k])) * inv;
        acc[k] += b[k] - d[k];
      }
    }
  }
}
static void transpose(const float* x, float* y, int c) {
  for (int i = 0; i < W; i++)
    for (int j = 0; j < W; j++)
      for (int k = 0; k < c; k++)
        y[((long)j * W + i) * c + k] = x[((long)i * W + j) * c + k];
}
static void blur(float* x, int c, float s) {
  static float y[MN * 4];
  if (s < .25f)
    return;
  float w = sqrtf(4 * s * s + 1);
  box_columns(x, W * c, w);
  transpose(x, y, c);
  box_columns(y, W * c, w);
  transpose(y, x, c);
}
static void plasma(float* d, int omin, int omax, float p, float an) {  // N values, unit-ish std
  for (int i = 0; i < N; i++)
    d[i] = 0;
  float a = 1, v = 0;
  static float g[140 * 140];
  for (int n = omin; n <= omax && n < 130; n = n * 2 + integer(0, 3)) {
    if (n > omin && !chance(.85f)) {
      a *= p;
      continue;
    }
    int nx = clamp(n * an, 1, 128), ny = n;
    for (int i = 0; i < (nx + 2) * (ny + 2); i++)
      g[i] = gaussian();
    for (int y = 0; y < W; y++) {
      float fy = (float)y / W * ny;
      int yi = fy;
      fy -= yi;
      fy = fy * fy * (3 - 2 * fy);
      for (int x = 0; x < W; x++) {
        float fx = (float)x / W * nx;
        int xi = fx;
        fx -= xi;
        fx = fx * fx * (3 - 2 * fx);
        const float* q = g + yi * (nx + 2) + xi;
        d[y * W + x] += a * ((q[0] * (1 - fx) + q[1] * fx) * (1 - fy) +
                             (q[nx + 2] * (1 - fx) + q[nx + 3] * fx) * fy);
      }
    }
    v += a * a * .5f;
    a *= p;
  }
  float s = 1 / sqrtf(v + 1e-6f);
  for (int i = 0; i < N; i++)
    d[i] *= s;
}
enum { WHITE, LGREY, MGREY, BLACK, PASTEL, SAT, BEIGE, ANY };
static void colour(float* c, int k) {
  if (k == ANY) {
    float u = uniform(0, 1);
    k = u < .26f   ? WHITE
        : u < .39f ? LGREY
        : u < .49f ? MGREY
        : u < .62f ? BLACK
        : u < .82f ? PASTEL
        : u < .94f ? SAT
                   : BEIGE;
  }
  float v;
  if (k == WHITE) {
    v = uniform(.88, 1.03);
    for (int i = 0; i < 3; i++)
      c[i] = v * uniform(.96, 1);
  } else if (k == LGREY) {
    v = uniform(.65, .9);
    for (int i = 0; i < 3; i++)
      c[i] = v * uniform(.95, 1.03);
  } else if (k == MGREY) {
    v = uniform(.2, .65);
    for (int i = 0; i < 3; i++)
      c[i] = v * uniform(.92, 1.06);
  } else if (k == BLACK) {
    v = uniform(0, .16);
    for (int i = 0; i < 3; i++)
      c[i] = v * uniform(.85, 1.1) + .005f;
  } else if (k == BEIGE) {
    float b[3] = {.85, .74, .6};
    v = uniform(.6, 1.1);
    for (int i = 0; i < 3; i++)
      c[i] = b[i] * v * uniform(.95, 1.05);
  } else {
    float mn = 2, mx = -1;
    for (int i = 0; i < 3; i++) {
      c[i] = uniform(0, 1);
      if (c[i] < mn)
        mn = c[i];
      if (c[i] > mx)
        mx = c[i];
    }
    float a = uniform(.1, .45), b = uniform(0, .12), e = uniform(.3, .95), f = uniform(0, .2);
    for (int i = 0; i < 3; i++) {
      float q = (c[i] - mn) / (mx - mn + .05f);
      c[i] = k == PASTEL ? 1 - (1 - q) * a - b : clamp(q * e + f, 0, 1);
    }
  }
}
static float tmp1[MN];
static void fill(float* d, const float* c) {
  for (int i = 0; i < N; i++)
    for (int k = 0; k < 3; k++)
      d[i * 3 + k] = c[k];
}
static void fill_texture(float* d, float persp, int wood) {
  if (wood || chance(.7f)) {
    const u8* t = any_texture(wood);
    float s = uniform(.6, 3.2) * 208 / W * .8f,
          a = chance(.3f)   ? 0
              : chance(.4f) ? 1.5708f
                            : uniform(0, 6.28f),
          c = cosf(a) * s, sn = sinf(a) * s, ox = uniform(0, 256), oy = uniform(0, 256);
    int ss = s > 1.3f ? 2 : 1;
    double m[3] = {0, 0, 0};
    for (int y = 0; y < W; y++)
      for (int x = 0; x < W; x++) {
        float o[3] = {0, 0, 0};
        for (int j = 0; j < ss * ss; j++) {
          float px = x + (j % ss + .5f) / ss - W * .5f, py = y + (j / ss + .5f) / ss;
          float z = 1 + persp * (1 - py / W) * 1.5f;
          px *= z;
          py = (py - W) * z * (1 + persp * (1 - py / W));
          int u = (int)floorf(c * px - sn * py + ox) & 511,
              v = (int)floorf(sn * px + c * py + oy) & 511;
          if (u > 255)
            u = 511 - u;
          if (v > 255)
            v = 511 - v;
          const u8* q = t + (v * 256 + u) * 3;
          o[0] += q[0];
          o[1] += q[1];
          o[2] += q[2];
        }
        for (int k = 0; k < 3; k++) {
          float v = o[k] / (ss * ss * 255);
          d[(y * W + x) * 3 + k] = v;
          m[k] += v;
        }
      }
    float ct = uniform(.3, 1.1), cc[3];
    colour(cc, ANY);
    int re = chance(wood ? .15f : .5f);
    for (int k = 0; k < 3; k++) {
      m[k] /= N;
      float g = re ? clamp(cc[k] / (m[k] + .08f), .2f, 3) : 1;
      for (int i = 0; i < N; i++)
        d[i * 3 + k] = clamp(((d[i * 3 + k] - m[k]) * ct + m[k]) * g, 0, 1.1f);
    }
  } else {
    float* p = tmp1;
    int k = integer(0, 4);
    if (k == 0) {
      plasma(p, 3, 100, .75, 1);
      float a = uniform(.02, .13);
      for (int i = 0; i < N; i++)
        p[i] *= a;
    } else if (k == 1) {
      plasma(p, 2, 100, .8, chance(.5f) ? .1f : 9);
      float a = uniform(.02, .12);
      for (int i = 0; i < N; i++)
        p[i] *= a;
    } else if (k == 2) {
      float a = uniform(.02, .1);
      for (int i = 0; i < N; i++)
        p[i] = gaussian() * a;
      blur(p, 1, uniform(.3, 1));
    } else {
      int n = integer(3, 12), vert = chance(.5f), cross = chance(.4f);
      float o = uniform(0, 1), e = uniform(.02, .08), dk = uniform(.05, .35), rv = uniform(0, .08),
            tone[64];
      for (int i = 0; i < 64; i++)
        tone[i] = gaussian() * rv;
      plasma(p, 4, 80, .8, 1);
      float a = uniform(0, .05);
      for (int y = 0; y < W; y++)
        for (int x = 0; x < W; x++) {
          float v = (vert ? (float)x : (float)y) / W * n + o,
                u = (vert ? (float)y : (float)x) / W * n + o;
          float q = p[y * W + x] * a + tone[(int)v & 63];
          if (fabsf(v - roundf(v)) < e)
            q -= dk;
          if (cross && fabsf(u - roundf(u)) < e)
            q -= dk;
          p[y * W + x] = q;
        }
    }
    float c[3], g[3];
    colour(c, ANY);
    for (int k2 = 0; k2 < 3; k2++)
      g[k2] = uniform(.7, 1.3);
    for (int i = 0; i < N; i++)
      for (int k2 = 0; k2 < 3; k2++)
        d[i * 3 + k2] = clamp(c[k2] + p[i] * g[k2], 0, 1.1f);
  }
}
// premultiplied rgba into o (N*4), truth/shadow/ao into a (N*3), reflection premult into r (N*4) or
// NULL
static void place(const Sprite* s, float size, float cx, float cy, float sxr, float syr, float rot,
                  int flip, float* o, float* a, float* r) {
  const float* m = s->m;
  float ext = fmaxf(m[1] - m[0], m[3] - m[2]), k = size * W / ext, sx = k * sxr, sy = k * syr,
        mx = (m[0] + m[1]) / 2, my = (m[2] + m[3]) / 2, px = cx * W, py = cy * W, c = cosf(rot),
        sn = sinf(rot);
  memset(o, 0, 16l * N);
  memset(a, 0, 12l * N);
  if (r)
    memset(r, 0, 16l * N);
  float ratio = 1 / fminf(sx, sy);
  int ss = ratio > 2.6f ? 3 : ratio > 1.25f ? 2 : 1;
  float iv = 1.f / (ss * ss * 255);
  float rad = sqrtf(sx * sx + sy * sy) * (s->wd ? 400 : 260);
  int detail = m[POSE] == DETAIL;
  int X0 = clamp(px - rad, 0, W), X1 = clamp(px + rad + 1, 0, W), Y0 = clamp(py - rad, 0, W),
      Y1 = clamp(py + rad + 1, 0, W);
  for (int y = Y0; y < Y1; y++)
    for (int x = X0; x < X1; x++) {
      float A[7] = {0}, R[4] = {0};
      int hit = 0;
      for (int j = 0; j < ss * ss; j++) {
        float dx = x + (j % ss + .5f) / ss - px, dy = y + (j / ss + .5f) / ss - py;
        float u = (c * dx + sn * dy) / sx, v = (-sn * dx + c * dy) / sy;
        if (flip)
          u = -u;
        u += mx - .5f;
        v += my - .5f;
        if (s->wd) {
          float uw = (u - 127.5f) * .5f + 127.5f, vw = (v - 127.5f) * .5f + 127.5f;
          if (uw >= 0 && vw >= 0 && uw < 255 && vw < 255) {
            int a = uw, b = vw;
            float fu = uw - a, fv = vw - b,
                  rp = detail ? 1 : fminf(1, fminf(fminf(uw, 255 - uw), fminf(vw, 255 - vw)) / 24);
            const u8* q = s->wd + b * 256 + a;
            A[5] += ((q[0] * (1 - fu) + q[1] * fu) * (1 - fv) +
                     (q[256] * (1 - fu) + q[257] * fu) * fv) *
                    rp;
            hit = 1;
          }
        }
        if (u < 0 || v < 0 || u >= 255 || v >= 255)
          continue;
        hit = 1;
        int ui = u, vi = v;
        float fu = u - ui, fv = v - vi;
        const u8* q = s->px + (vi * 256 + ui) * 7;
        float rp = detail ? 1 : fminf(1, fminf(fminf(u, 255 - u), fminf(v, 255 - v)) / 34),
              rk = s->wd ? 0 : rp;
        if (ss > 1) {
          const u8* z = q + ((fv > .5f) * 256 + (fu > .5f)) * 7;
          float al = z[3], b = al * (1.f / 255);
          A[0] += z[0] * b;
          A[1] += z[1] * b;
          A[2] += z[2] * b;
          A[3] += al;
          A[4] += z[4];
          A[5] += z[5] * rk;
          A[6] += z[6] * rp;
          if (r && s->rf) {
            const u8* y2 = s->rf + (vi * 256 + ui) * 4;
            float b2 = y2[3] * rp;
            R[3] += b2;
            b2 *= 1.f / 255;
            for (int k2 = 0; k2 < 3; k2++)
              R[k2] += y2[k2] * b2;
          }
          continue;
        }
        float w4[4] = {(1 - fu) * (1 - fv), fu * (1 - fv), (1 - fu) * fv, fu * fv};
        for (int t = 0; t < 4; t++) {
          const u8* z = q + ((t >> 1) * 256 + (t & 1)) * 7;
          float w = w4[t], al = z[3] * w;
          float b = al * (1.f / 255);
          A[0] += z[0] * b;
          A[1] += z[1] * b;
          A[2] += z[2] * b;
          A[3] += al;
          A[4] += z[4] * w;
          A[5] += z[5] * w * rk;
          A[6] += z[6] * w * rp;
          if (r && s->rf) {
            const u8* y2 = s->rf + ((vi + (t >> 1)) * 256 + ui + (t & 1)) * 4;
            float b2 = y2[3] * w * rp;
            R[3] += b2;
            b2 *= 1.f / 255;
            for (int k2 = 0; k2 < 3; k2++)
              R[k2] += y2[k2] * b2;
          }
        }
      }
      if (!hit)
        continue;
      int i = y * W + x;
      for (int k2 = 0; k2 < 4; k2++)
        o[i * 4 + k2] = A[k2] * iv;
      for (int k2 = 0; k2 < 3; k2++)
        a[i * 3 + k2] = A[4 + k2] * iv;
      if (r)
        for (int k2 = 0; k2 < 4; k2++)
          r[i * 4 + k2] = R[k2] * iv;
    }
}
static float RG[MN * 4], R2[MN * 4], RR[MN * 4], AX[MN * 3], A2[MN * 3], BG[MN * 3], WL[MN * 3],
    FL[MN * 3];
static void over(float* b, const float* g) {
  for (int i = 0; i < N; i++) {
    float q = 1 - g[i * 4 + 3];
    for (int k = 0; k < 3; k++)
      b[i * 3 + k] = b[i * 3 + k] * q + g[i * 4 + k];
  }
}
static void clutter(float* d) {
  float c[3];
  if (chance(.6f))
    fill_texture(d, 0, 0);
  else {
    colour(c, ANY);
    fill(d, c);
  }
  int n = integer(2, 14);
  float sc = W / 208.f;
  while (n--) {
    int h = integer(6, 110) * sc, w = integer(6, 110) * sc, y = integer(-20, W - 5),
        x = integer(-20, W - 5), tex = chance(.5f);
    const u8* t = any_texture(0);
    colour(c, ANY);
    for (int yy = y < 0 ? 0 : y; yy < y + h && yy < W; yy++)
      for (int xx = x < 0 ? 0 : x; xx < x + w && xx < W; xx++) {
        float* o = d + (yy * W + xx) * 3;
        if (tex) {
          const u8* q = t + (((yy - y) * 255 / (h + 1)) * 256 + (xx - x) * 255 / (w + 1)) * 3;
          for (int k = 0; k < 3; k++)
            o[k] = q[k] / 255.f;
        } else
          for (int k = 0; k < 3; k++)
            o[k] = c[k];
      }
  }
  n = integer(0, 4);
  while (n--) {
    place(pick(CANY), uniform(.2, .9), uniform(0, 1), uniform(0, 1), 1, 1, 0, chance(.5f), R2, A2,
          0);
    over(d, R2);
  }
  blur(d, 3, powf(10, uniform(.3, 1.15)) * sc);
  if (chance(.15f)) {
    n = integer(4, 40);
    while (n--) {
      float cy = uniform(0, W), cx = uniform(0, W), r = uniform(.01, .07) * W, v = uniform(.1, .7);
      colour(c, PASTEL);
      for (int y = 0; y < W; y++)
        for (int x = 0; x < W; x++)
          if ((y - cy) * (y - cy) + (x - cx) * (x - cx) < r * r)
            for (int k = 0; k < 3; k++)
              d[(y * W + x) * 3 + k] += v * c[k];
    }
    for (int i = 0; i < N * 3; i++)
      d[i] = clamp(d[i], 0, 1);
    blur(d, 3, 1);
  }
}
static void jpeg(float* im, float q) {  // 8x8 DCT quantisation in YCbCr, chroma coarser
  static float C[8][8];
  static int init = 0;
  if (!init) {
    for (int k = 0; k < 8; k++)
      for (int n = 0; n < 8; n++)
        C[k][n] = (k ? .5f : .35355339f) * cosf((2 * n + 1) * k * 3.14159265f / 16);
    init = 1;
  }
  for (int by = 0; by + 8 <= W; by += 8)
    for (int bx = 0; bx + 8 <= W; bx += 8) {
      float B[3][64];
      for (int y = 0; y < 8; y++)
        for (int x = 0; x < 8; x++) {
          float* p = im + ((by + y) * W + bx + x) * 3;
          B[0][y * 8 + x] = .299f * p[0] + .587f * p[1] + .114f * p[2];
          B[1][y * 8 + x] = p[2] - B[0][y * 8 + x];
          B[2][y * 8 + x] = p[0] - B[0][y * 8 + x];
        }
      for (int ch = 0; ch < 3; ch++) {
        float T[64], D[64];
        for (int k = 0; k < 8; k++)
          for (int x = 0; x < 8; x++) {
            float s = 0;
            for (int y = 0; y < 8; y++)
              s += C[k][y] * B[ch][y * 8 + x];
            T[k * 8 + x] = s;
          }
        for (int k = 0; k < 8; k++)
          for (int l = 0; l < 8; l++) {
            float s = 0;
            for (int x = 0; x < 8; x++)
              s += C[l][x] * T[k * 8 + x];
            float st_ = q * (1 + .55f * (k + l)) * (ch ? 2.2f : 1);
            D[k * 8 + l] = (k + l) ? roundf(s / st_) * st_ : s;
          }
        for (int k = 0; k < 8; k++)
          for (int x = 0; x < 8; x++) {
            float s = 0;
            for (int l = 0; l < 8; l++)
              s += C[l][x] * D[k * 8 + l];
            T[k * 8 + x] = s;
          }
        for (int y = 0; y < 8; y++)
          for (int x = 0; x < 8; x++) {
            float s = 0;
            for (int k = 0; k < 8; k++)
              s += C[k][y] * T[k * 8 + x];
            B[ch][y * 8 + x] = s;
          }
      }
      for (int i = 0; i < 64; i++) {
        float* p = im + ((by + i / 8) * W + bx + i % 8) * 3;
        float Y = B[0][i], r = Y + B[2][i], b = Y + B[1][i];
        p[0] = r;
        p[2] = b;
        p[1] = (Y - .299f * r - .114f * b) / .587f;
      }
    }
}
// ---- floors with sharp patterns, in the perspective of the horizon ye (picture units; < -2: seen
// from above)
static void pattern(float* d, float ye, int wood) {
  enum { STRIPES, CHECKS, GINGHAM, TILES, DOTS, ZIGZAG, PLANKS };
  int kind = wood ? PLANKS : integer(0, 8);
  if (kind > PLANKS)
    kind = PLANKS;
  float ca[3], cb[3], cc[3];
  colour(ca, ANY);
  colour(cb, ANY);
  colour(cc, ANY);
  if (chance(.5f)) {
    colour(ca, WHITE);
    colour(cb, chance(.5f) ? SAT : chance(.5f) ? BLACK : MGREY);
  }
  float a = chance(.4f)   ? 0
            : chance(.4f) ? .785f
                          : uniform(0, 6.28f),
        c = cosf(a), sn = sinf(a), duty = uniform(.25, .75), n = expf(uniform(1.1, 3.1)),
        depth = uniform(.7, 1.8), ox = uniform(0, 9), oz = uniform(0, 9), gap = uniform(.01, .05),
        len = uniform(2, 9), var = uniform(.03, .3), far = fmaxf(ye, -2);
  const u8* t = any_texture(1);
  int top = ye < -1.9f, tint = chance(.3f);
  float gw = uniform(.5, 1.1);
  for (int y = 0; y < W; y++)
    for (int x = 0; x < W; x++) {
      float o[3] = {0, 0, 0};
      for (int j = 0; j < 4; j++) {
        float X = (x + (j % 2 + .5f) / 2) / W - .5f, Y = (y + (j / 2 + .5f) / 2) / W, u, v;
        if (top) {
          u = X;
          v = Y;
        } else {
          float z = 1 / fmaxf(Y - far, .02f), z1 = 1 - far;
          u = X * z * z1;
          v = -z * z1 * depth;
        }
        float p = (c * u - sn * v) * n + ox, q = (sn * u + c * v) * n + oz, fp = p - floorf(p),
              fq = q - floorf(q), m;
        const float* k = ca;
        float g[3];
        switch (kind) {
          case STRIPES: k = fp < duty ? ca : cb; break;
          case CHECKS: k = (fp < .5f) != (fq < .5f) ? ca : cb; break;
          case GINGHAM:
            m = .5f * (fp < .5f) + .5f * (fq < .5f);
            for (int i = 0; i < 3; i++)
              g[i] = ca[i] * m + cb[i] * (1 - m);
            k = g;
            break;
          case TILES:
            if (fp < gap * 2 || fq < gap * 2)
              k = cb;
            else {
              unsigned h = (int)floorf(p) * 73856093u ^ (int)floorf(q) * 19349663u;
              m = 1 + var * (((h >> 8) & 255) / 255.f - .5f);
              for (int i = 0; i < 3; i++)
                g[i] = ca[i] * m;
              k = g;
            }
            break;
          case DOTS:
            k = (fp - .5f) * (fp - .5f) + (fq - .5f) * (fq - .5f) < duty * .2f ? cb : ca;
            break;
          case ZIGZAG:
            m = q + 2 * fabsf(fp - .5f);
            k = m - floorf(m) < duty ? ca : cb;
            break;
          default: {
            int b = (int)floorf(p);
            unsigned h = b * 2654435761u;
            h ^= h >> 13;
            float r = (h & 1023) / 1023.f, w = q / len + r * 7, fw = w - floorf(w);
            unsigned h2 = h + (int)floorf(w) * 40503u;
            h2 ^= h2 >> 7;
            int tu = ((int)(fp * 90) + (h2 & 127)) & 255,
                tv = ((int)(q * 90) + ((h2 >> 7) & 255)) & 511;
            if (tv > 255)
              tv = 511 - tv;
            const u8* e = t + (tv * 256 + tu) * 3;
            m = gw * (1 + var * (((h2 >> 3) & 255) / 255.f - .5f)) *
                ((fp < gap || fw < gap / len) ? .45f : 1);
            for (int i = 0; i < 3; i++)
              g[i] = e[i] / 255.f * m * (tint ? .4f + cc[i] : 1);
            k = g;
          }
        }
        for (int i = 0; i < 3; i++)
          o[i] += k[i];
      }
      for (int i = 0; i < 3; i++)
        d[(y * W + x) * 3 + i] = o[i] / 4;
    }
}
// ---- props: parallelograms (origin o, edges A, B, pixels) and balls
static inline float inside(const float* o, const float* A, const float* B, float x, float y,
                           float soft, float* s, float* t) {
  float det = A[0] * B[1] - A[1] * B[0];
  if (fabsf(det) < 1e-3f)
    return 0;
  float dx = x - o[0], dy = y - o[1];
  *s = (dx * B[1] - dy * B[0]) / det;
  *t = (A[0] * dy - A[1] * dx) / det;
  float ha = fabsf(det) / (sqrtf(B[0] * B[0] + B[1] * B[1]) + 1e-3f),
        hb = fabsf(det) / (sqrtf(A[0] * A[0] + A[1] * A[1]) + 1e-3f);
  float e = fminf(fminf(*s, 1 - *s) * ha, fminf(*t, 1 - *t) * hb);
  return clamp(e / soft + .5f, 0, 1);
}
enum { CARD, CHART, WEDGE, PAPER, CROSS, CLOTH, PICTURE, NPAINT };
static void panel(float* d, const float* o, const float* A, const float* B, int kind) {
  float c[24][3], bd = uniform(.02, .12), frame[3], ground[3];
  const u8* t = any_texture(chance(.4f));
  int lines = integer(4, 16), nx = kind == CHART ? 6 : integer(3, 8);
  unsigned h = random32();
  colour(frame, chance(.6f) ? BLACK : chance(.5f) ? WHITE : ANY);
  colour(ground, kind == CARD ? (chance(.8f) ? MGREY : LGREY) : kind == PAPER ? WHITE : ANY);
  if (kind == CARD) {
    float v = chance(.7f) ? uniform(.3, .6) : uniform(.05, .95);
    for (int k = 0; k < 3; k++)
      ground[k] = v * uniform(.98, 1.02);
    if (chance(.35f))
      bd = 0;
  }
  for (int i = 0; i < 24; i++) {
    colour(c[i], i % 3 ? SAT : PASTEL);
    if (i > 17)
      for (int k = 0; k < 3; k++)
        c[i][k] = .95f - (i - 18) * .17f;
  }
  float x0 = fminf(fminf(o[0], o[0] + A[0]), fminf(o[0] + B[0], o[0] + A[0] + B[0])),
        x1 = fmaxf(fmaxf(o[0], o[0] + A[0]), fmaxf(o[0] + B[0], o[0] + A[0] + B[0])),
        y0 = fminf(fminf(o[1], o[1] + A[1]), fminf(o[1] + B[1], o[1] + A[1] + B[1])),
        y1 = fmaxf(fmaxf(o[1], o[1] + A[1]), fmaxf(o[1] + B[1], o[1] + A[1] + B[1]));
  for (int y = clamp(y0 - 2, 0, W); y < clamp(y1 + 3, 0, W); y++)
    for (int x = clamp(x0 - 2, 0, W); x < clamp(x1 + 3, 0, W); x++) {
      float s, q, al = inside(o, A, B, x + .5f, y + .5f, 1, &s, &q);
      if (al <= 0)
        continue;
      const float* k = ground;
      float g[3];
      int edge = s < bd || s > 1 - bd || q < bd || q > 1 - bd;
      float S = clamp((s - bd) / (1 - 2 * bd), 0, .999f),
            Q = clamp((q - bd) / (1 - 2 * bd), 0, .999f);
      if (kind == CHART) {
        float fs = S * 6 - (int)(S * 6), fq = Q * 4 - (int)(Q * 4);
        k = edge || fs < .1f || fs > .9f || fq < .1f || fq > .9f
                ? frame
                : c[(int)(Q * 4) * 6 + (int)(S * 6)];
      } else if (kind == WEDGE) {
        float v = .03f + .92f * (int)(S * nx) / (nx - 1);
        if (h & 1)
          v = .98f - v;
        g[0] = g[1] = g[2] = v;
        k = edge ? frame : g;
      } else if (kind == PAPER) {
        int l = (int)(Q * lines * 2);
        unsigned z = (l * 2654435761u) ^ h;
        k = (h & 3) && (l & 1) && S > .06f && S < .5f + .45f * ((z >> 9) & 255) / 255.f ? frame
                                                                                        : ground;
      } else if (kind == CROSS) {
        k = edge || fabsf(S - .5f) < .04f || fabsf(Q - .5f) < .04f ||
                    (S - .5f) * (S - .5f) + (Q - .5f) * (Q - .5f) < .02f
                ? frame
                : ground;
      } else if (kind == CLOTH) {
        const u8* e = t + ((int)(q * 255) * 256 + (int)(s * 255)) * 3;
        for (int i = 0; i < 3; i++)
          g[i] = e[i] / 255.f;
        k = g;
      } else if (kind == PICTURE) {
        const u8* e = t + ((int)(Q * 255) * 256 + (int)(S * 255)) * 3;
        for (int i = 0; i < 3; i++)
          g[i] = e[i] / 255.f;
        k = edge ? frame : (h & 1) ? g : ground;
      } else
        k = edge ? frame : ground;
      for (int i = 0; i < 3; i++) {
        float* p = d + (y * W + x) * 3 + i;
        *p = *p * (1 - al) + k[i] * al;
      }
    }
}
static void darken(float* d, const float* o, const float* A, const float* B, float soft, float k) {
  for (int y = 0; y < W; y++)
    for (int x = 0; x < W; x++) {
      float s, t, a = inside(o, A, B, x + .5f, y + .5f, soft, &s, &t);
      if (a > 0)
        for (int c = 0; c < 3; c++)
          d[(y * W + x) * 3 + c] *= 1 - k * a;
    }
}
static void ball(float* d, float cx, float cy, float r) {
  float L[3] = {gaussian(), -fabsf(gaussian()) - .3f, fabsf(gaussian()) + .2f},
        l = 1 / sqrtf(L[0] * L[0] + L[1] * L[1] + L[2] * L[2]),
        v = chance(.7f) ? uniform(.3, .6) : uniform(0, 1), amb = uniform(.2, .6),
        chrome = chance(.2f);
  for (int y = clamp(cy - 2 * r, 0, W); y < clamp(cy + 2 * r, 0, W); y++)
    for (int x = clamp(cx - 2 * r, 0, W); x < clamp(cx + 2 * r, 0, W); x++) {
      float X = (x - cx) / r, Y = (y - cy) / r, q = X * X + Y * Y,
            e = (X * X + (Y - .95f) * (Y - .95f) * 9);
      float* p = d + (y * W + x) * 3;
      if (e < 1)
        for (int c = 0; c < 3; c++)
          p[c] *= 1 - .6f * (1 - e);
      float al = clamp((1 - sqrtf(q)) * r + .5f, 0, 1);
      if (al <= 0)
        continue;
      float Z = sqrtf(fmaxf(0, 1 - q)), n = fmaxf(0, (X * L[0] + Y * L[1] + Z * L[2]) * l),
            g = v * (amb + (1 - amb) * n * 1.3f);
      if (chrome)
        g = .5f + .5f * sinf(Y * 4 + X);
      for (int c = 0; c < 3; c++)
        p[c] = p[c] * (1 - al) + g * al;
    }
}
static void prop(float* d, float cx, float ew, float yb, float eh, float el, float edge) {
  float side = chance(.5f) ? 1 : -1, big = fmaxf(ew, eh);
  if (chance(.16f)) {
    float r = clamp(big * uniform(.08, .3), .02f, .2f) * W;
    ball(d, (cx + side * (ew * .5f + uniform(.02, .3))) * W,
         fminf(yb * W - r + uniform(-.1, .05) * W, W + r * .3f), r);
    return;
  }
  float w = clamp(big * uniform(.2, .8), .08f, .5f) * W, h = w * uniform(.5, 1.5), x, y, A[2], B[2],
        o[2];
  int kind = chance(.45f) ? CARD : chance(.4f) ? CHART : integer(0, PICTURE);
  if (chance(.45f)) {  // standing, leaning a little
    A[0] = w * uniform(.6, 1);
    A[1] = w * uniform(-.12, .12);
    B[0] = w * uniform(-.1, .1);
    B[1] = h;
    y = (yb + uniform(-.25, .06)) * W;
    x = (cx + side * (ew * .5f - uniform(-.25, .12))) * W - (side < 0 ? A[0] : 0);
    o[0] = x;
    o[1] = y - h;
  } else {  // lying on the floor, maybe under the product
    float r = chance(.4f) ? 0 : uniform(-1, 1), f = fmaxf(.12f, el),
          under = kind >= PAPER && chance(.6f);
    if (under) {
      w = fmaxf(ew, .2f) * uniform(.9, 2) * W;
      h = w * uniform(.6, 1.5);
    }
    A[0] = w * cosf(r);
    A[1] = w * sinf(r) * f;
    B[0] = -h * sinf(r);
    B[1] = h * cosf(r) * f;
    x = (under ? cx + uniform(-.1, .1) : cx + side * (ew * .5f + uniform(-.05, .3))) * W;
    y = under ? (yb - eh * .2f * f + uniform(-.05, .05)) * W : (yb + uniform(-.15, .08)) * W;
    o[0] = x - (A[0] + B[0]) / 2;
    o[1] = y - (A[1] + B[1]) / 2;
  }
  float so[2] = {o[0] + uniform(-.05, .05) * w, o[1] + uniform(0, .05) * w};
  darken(d, so, A, B, uniform(1, 12), uniform(.1, .6));
  panel(d, o, A, B, kind);
}
// box or drum under the product; M becomes 1 where the product's shadow may fall (its top)
static void plinth(float* d, float* M, float cx, float ew, float yb, float el) {
  int round = chance(.4f), tex = chance(.25f);
  float hw = ew * uniform(.52, .95), dep = hw * 2 * uniform(.7, 1) * fmaxf(el, .03f),
        y1 = yb + dep * uniform(.05, .25), y0 = y1 - dep, h = chance(.3f) ? 2 : uniform(.05, .4),
        sk = uniform(-.15, .15), ct[3], side = uniform(.45, .95), sd2 = uniform(.5, 1.05);
  colour(ct, chance(.4f) ? WHITE : ANY);
  const u8* t = any_texture(chance(.6f));
  float my = (y0 + y1) / 2;
  float so[2] = {(cx + hw * uniform(-1, 1) - hw) * W, (y1 + h - dep * .5f) * W},
        sa[2] = {2 * hw * W, 0}, sb[2] = {uniform(-.3, .3) * W, -dep * W};
  if (h < 1)
    darken(d, so, sa, sb, uniform(2, 20), uniform(.2, .7));
  for (int y = 0; y < W; y++)
    for (int x = 0; x < W; x++) {
      float X = (float)x / W, Y = (float)y / W, u = (X - cx) / hw, k = 0, s = 0;
      if (round) {
        float e = fabsf(u) < 1 ? sqrtf(1 - u * u) * dep / 2 : -1;
        if (e >= 0) {
          if (Y > my - e && Y < my + e)
            k = 1, s = 1;
          else if (Y >= my + e && Y < my + e + h)
            k = 2, s = side + (sd2 - side) * (u * .5f + .5f);
        }
      } else {
        float tt = clamp((Y - y0) / dep, 0, 1), in = .85f + .15f * tt, ux = u - sk * (1 - tt);
        if (Y > y0 && Y < y1 && fabsf(ux) < in)
          k = 1, s = 1;
        else if (Y >= y1 && Y < y1 + h && fabsf(u) < 1)
          k = 2, s = side;
      }
      M[y * W + x] = k == 1;
      if (k) {
        const u8* q = t + ((y * 5 & 255) * 256 + (x * 3 & 255)) * 3;
        for (int c = 0; c < 3; c++)
          d[(y * W + x) * 3 + c] = (tex ? q[c] / 255.f : ct[c]) * s;
      }
    }
}
static void stripe(float* d, float y0, float y1, const float* c, float slope) {
  for (int y = 0; y < W; y++)
    for (int x = 0; x < W; x++) {
      float Y = y + .5f - ((float)x / W - .5f) * slope * W,
            a = clamp(fminf(Y - y0 * W, y1 * W - Y) + .5f, 0, 1);
      for (int k = 0; k < 3; k++) {
        float* p = d + (y * W + x) * 3 + k;
        *p = *p * (1 - a) + c[k] * a;
      }
    }
}
static void pictures(float* d, float edge, int n) {
  while (n--) {
    float w = uniform(.08, .5) * W, h = uniform(.08, .5) * W,
          o[2] = {uniform(-.1, .9) * W, edge * W - h - uniform(0, .4) * W}, A[2] = {w, 0},
          B[2] = {0, h};
    panel(d, o, A, B, PICTURE);
  }
}
// room: furniture behind the focus object
static void room(float* d, float edge, float* R2, float* A2) {
  float c[3];
  int n = integer(2, 8);
  float base = edge;
  pictures(d, edge, integer(0, 4));
  while (n--) {
    const Sprite* t = pick(CROOM);
    float sz = uniform(.2, .75), k = sz * W / fmaxf(t->m[X1] - t->m[X0], t->m[Y1] - t->m[Y0]),
          h = k * (t->m[Y1] - t->m[Y0]) / W;
    base += uniform(0, .06);
    place(t, sz, uniform(-.05, 1.05), fminf(base, .9f) + .02f - h / 2, 1, 1, 0, chance(.5f), R2, A2,
          0);
    float g = uniform(.5, 1.2), ks = uniform(.1, .5);
    for (int i = 0; i < N; i++) {
      float s = 1 - ks * clamp(A2[i * 3 + 1] * .5f + A2[i * 3 + 2], 0, 1), q = 1 - R2[i * 4 + 3];
      for (int c2 = 0; c2 < 3; c2++) {
        float* p = d + i * 3 + c2;
        *p = *p * s * q + fminf(R2[i * 4 + c2] * g, R2[i * 4 + 3]);
      }
    }
  }
  float fl = uniform(0, .5), m[3] = {0, 0, 0};
  for (int i = 0; i < N * 3; i++)
    m[i % 3] += d[i] / N;
  colour(c, ANY);
  for (int k = 0; k < 3; k++)
    m[k] = .7f * m[k] + .3f * c[k];
  for (int i = 0; i < N * 3; i++)
    d[i] = d[i] * (1 - fl) + m[i % 3] * fl;
  if (chance(.7f))
    blur(d, 3, powf(10, uniform(-.3, .75)) * W / 208);
}
static float pos(float e) {
  if (chance(.1f))
    return uniform(0, 1);
  float lo = e / 2, hi = 1 - e / 2, c = (lo + hi) / 2, d = fmaxf(0, (hi - lo) / 2);
  return clamp(c + gaussian() * fmaxf(d, .03f) * .5f, fminf(lo, .5f), fmaxf(hi, .5f));
}
// gap flag: 255 background closed in by product, 128 product left, right and above (chair legs)
static void gaps(u8* out) {
  static int q[MN];
  static u8 seen[MN];
  int n = 0;
  memset(seen, 0, N);
#define PROD(i) (out[(long)(i)*5 + 3] > 127)
#define PUSH(i)               \
  if (!seen[i] && !PROD(i)) { \
    seen[i] = 1;              \
    q[n++] = i;               \
  }
  for (int i = 0; i < W; i++) {
    PUSH(i) PUSH(N - W + i) PUSH(i * W) PUSH(i * W + W - 1)
  }
  while (n) {
    int i = q[--n], x = i % W;
    if (x > 0)
      PUSH(i - 1) if (x < W - 1) PUSH(i + 1) if (i >= W) PUSH(i - W) if (i < N - W) PUSH(i + W)
  }
  static u8 above[MW];
  memset(above, 0, W);
  for (int y = 0; y < W; y++) {
    int a = W, b = -1;
    for (int x = 0; x < W; x++)
      if (PROD(y * W + x)) {
        if (x < a)
          a = x;
        b = x;
        above[x] = 1;
      }
    for (int x = 0; x < W; x++) {
      int i = y * W + x;
      out[(long)i * 5 + 4] = PROD(i) ? 0 : !seen[i] ? 255 : x > a && x < b && above[x] ? 128 : 0;
    }
  }
}
static int one(u8* out) {
  // what: product class and composition
  float u = uniform(0, 1);
  int tone = u < .12f ? CWHITE : u < .20f ? CBLACK : u < .26f ? CWOOD : CANY;
  u = uniform(0, 1);
  int detail = u < .15f, inroom = !detail && u < .23f, grp = !detail && !inroom && u < .31f,
      zoom = !detail && chance(.22f);
  const Sprite* s = detail && chance(.6f)   ? pick(CDETAIL)
                    : inroom && chance(.7f) ? pick(CSTAND)
                                            : pick(tone);
  const float* m = s->m;
  float elev = m[ELEV], hor = m[HORIZON];
  int pose = m[POSE], close = pose == DETAIL, hard = m[HARD] > 0;
  float q = uniform(0, 1),
        size = q < .2f    ? uniform(.2, .5)
               : q < .92f ? uniform(.45, .93)
                          : uniform(.93, 1.2),
        asp = chance(.7f) ? expf(uniform(-.42, .42)) : 1;
  if (detail)
    size = uniform(1.05, 2.1);
  if (inroom)
    size = uniform(.3, .8);
  if (grp)
    size = uniform(.25, .6);
  float w = m[X1] - m[X0], h = m[Y1] - m[Y0];
  if (zoom && !grp) {
    size = uniform(.66, .92);
    asp = chance(.7f) ? clamp(h / w, .45f, 2.2f) * expf(uniform(-.2, .2)) : asp;
  }
  float sxr = sqrtf(asp), syr = 1 / sxr, k = size / fmaxf(w, h);
  if (zoom && !grp)
    k = size / fmaxf(w * sxr, h * syr);
  if (close)
    k = uniform(1.02, 1.5) / 256, sxr = syr = 1;
  float ew = k * w * sxr, eh = k * h * syr;
  if (!detail && size < .93f && fmaxf(ew, eh) > .96f) {
    float z = .96f / fmaxf(ew, eh);
    ew *= z;
    eh *= z;
    k *= z;
  }
  size = k * fmaxf(w, h);
  float cx = pos(ew), cy = inroom ? uniform(.5, .75) : pos(eh),
        rot = chance(.5f) ? gaussian() * .04f : 0;
  if (pose == LYING && elev > 50)
    rot = uniform(-3.14f, 3.14f);
  if (zoom) {
    cx = .5f + gaussian() * .03f;
    cy = .5f + gaussian() * .03f;
  }
  if (close) {
    float f = (k * 256 - 1) / 2;
    cx = .5f + uniform(-f, f);
    cy = .5f + uniform(-f, f);
    rot = 0;
  } else if (detail) {
    cx = uniform(.5f - ew * .4f, .5f + ew * .4f);
    cy = uniform(.5f - eh * .4f, .5f + eh * .4f);
  }
  place(s, size, cx, cy, sxr, syr, rot, chance(.5f), RG, AX, RR);
  int refl = s->rf != 0, extra = grp ? integer(1, 4) : !detail && chance(.05f);
  float yb = cy + eh / 2, x = cx, lx = cx, rx = cx, lw = ew, rw = ew;
  while (extra--) {
    const Sprite* t = pick(pose == STANDING ? CSTAND : CANY);
    for (int i = 0; i < 5; i++) {
      const Sprite* t2 = pick(pose == STANDING ? CSTAND : CANY);
      if (fabsf(t2->m[ELEV] - elev) < fabsf(t->m[ELEV] - elev))
        t = t2;
    }
    float s2 = size * uniform(.5, 1.2), k2 = s2 / fmaxf(t->m[X1] - t->m[X0], t->m[Y1] - t->m[Y0]),
          w2 = k2 * (t->m[X1] - t->m[X0]), h2 = k2 * (t->m[Y1] - t->m[Y0]), dx = uniform(.35, .75),
          y2 = yb - h2 / 2 + uniform(-.12, .08) * size;
    if (chance(.5f)) {
      x = rx + dx * (rw + w2) * .8f;
      rx = x;
      rw = w2;
    } else {
      x = lx - dx * (lw + w2) * .8f;
      lx = x;
      lw = w2;
    }
    place(t, s2, x, y2, 1, 1, 0, chance(.5f), R2, A2, 0);
    int fr = chance(.5f);
    if (t->m[HARD])
      hard = 1;
    for (int i = 0; i < N; i++) {
      float *a = RG + i * 4, *b = R2 + i * 4;
      float f = 1 - (fr ? b[3] : a[3]);
      for (int c = 0; c < 4; c++)
        a[c] = fr ? b[c] + a[c] * f : a[c] + b[c] * f;
      for (int c = 0; c < 3; c++)
        AX[i * 3 + c] = fmaxf(AX[i * 3 + c], A2[i * 3 + c]);
    }
  }
  float mean[3] = {0}, ma = 1e-3f, area = 0;
  for (int i = 0; i < N; i++) {
    float t = AX[i * 3];
    area += t;
    if (t > .5f) {
      for (int c = 0; c < 3; c++)
        mean[c] += RG[i * 4 + c];
      ma += RG[i * 4 + 3];
    }
  }
  for (int c = 0; c < 3; c++)
    mean[c] /= ma;
  float lum = (mean[0] + mean[1] + mean[2]) / 3;
  area /= N;
  if (area < (detail ? .1f : .008f) || area > (detail ? .96f : .88f))
    return 0;
  // where: horizon, far edge of the floor, backdrop
  float ye = syr * k * (hor - (m[Y0] + m[Y1]) / 2) + cy, el = sinf(fmaxf(elev, 1) * .01745f);
  if (ye > yb - .05f)
    ye = yb - .05f;
  float back = yb - eh * .35f * sqrtf(el),
        edge = elev < 45 ? back - uniform(0, .6) * fmaxf(.02f, back - clamp(ye, -.3f, back)) - .01f
                         : -1;
  if (chance(.06f))
    edge = uniform(0, 1);
  if (inroom)
    edge = clamp(yb - uniform(.1, .45), .15f, .8f);
  if (close && chance(.7f))
    edge = -1;
  float c0[3], c1[3];
  colour(c0, ANY);
  if (tone == CWHITE && chance(.8f))
    colour(c0, chance(.8f) ? WHITE : LGREY);
  else if (tone == CBLACK && chance(.8f))
    colour(c0, BLACK);
  else if (chance(.13f)) {
    float a = uniform(.85, 1.2);
    for (int c = 0; c < 3; c++)
      c0[c] = clamp(mean[c] * a * uniform(.93, 1.07), 0, 1.02f);
  } else if (chance(.08f) && lum > .6f)
    colour(c0, WHITE);
  else if (chance(.15f) && lum < .25f)
    colour(c0, BLACK);
  float b = uniform(0, 1), pe = elev > 55 ? -9 : ye;
  int wood = tone == CWOOD && chance(.75f);
  if (inroom)
    b = .5f;
  else if ((tone == CWHITE || tone == CBLACK) && chance(.75f))
    b = uniform(0, .36f);
  else if (wood)
    b = uniform(.36f, .82f);
  if (b < .36f) {  // studio sweep
    fill(BG, c0);
    float d = uniform(-.25, .25), e = chance(.5f) ? uniform(-.25, .25) : 0, ew2 = uniform(.03, .4),
          sx = uniform(.2, .8), sy = uniform(.1, .8), sr = uniform(.2, .8),
          sa = chance(.4f) ? uniform(-.2, .6) : 0;
    for (int y = 0; y < W; y++)
      for (int x = 0; x < W; x++) {
        float Y = (float)y / W, X = (float)x / W, t = clamp((Y - edge) / ew2, 0, 1),
              g = (1 + d * (Y - .5f) * 2) * (1 + e * t * t * (3 - 2 * t));
        if (sa != 0)
          g *= 1 + sa * expf(-((X - sx) * (X - sx) + (Y - sy) * (Y - sy)) / (sr * sr));
        for (int c = 0; c < 3; c++)
          BG[(y * W + x) * 3 + c] *= g;
      }
    if (chance(.2f)) {
      plasma(tmp1, 2, 8, .7, 1);
      float a = uniform(.005, .03);
      for (int i = 0; i < N * 3; i++)
        BG[i] += tmp1[i / 3] * a;
    }
  } else if (b < .66f) {  // wall + floor
    if (!inroom && b < .45f)
      clutter(WL);
    else if (chance(.6f)) {
      colour(c1, ANY);
      fill(WL, c1);
    } else {
      fill_texture(WL, 0, 0);
      blur(WL, 3, chance(.4f) ? 0 : uniform(.5, 3));
    }
    if (chance(.1f))
      pictures(WL, edge, integer(1, 4));
    if (wood || chance(.2f))
      chance(.5f) ? pattern(FL, pe, 1) : fill_texture(FL, uniform(0, 1.2), 1);
    else if (chance(.4f))
      pattern(FL, pe, 0);
    else if (chance(.5f)) {
      colour(c1, ANY);
      float d = uniform(-.3, .3);
      fill(FL, c1);
      for (int i = 0; i < N; i++)
        for (int c = 0; c < 3; c++)
          FL[i * 3 + c] *= 1 + d * ((float)(i / W) / W - .6f);
    } else
      fill_texture(FL, uniform(0, 1.2), 0);
    if (chance(.3f))
      blur(FL, 3, uniform(0, 2.2));
    float sl = gaussian() * .03f, bw = chance(.4f) ? .006f : chance(.6f) ? .02f : .08f;
    for (int y = 0; y < W; y++)
      for (int x = 0; x < W; x++) {
        float t = clamp(((float)y / W + ((float)x / W - .5f) * sl - edge) / bw + .5f, 0, 1);
        for (int c = 0; c < 3; c++) {
          int i = (y * W + x) * 3 + c;
          BG[i] = WL[i] * (1 - t) + FL[i] * t;
        }
      }
    if (inroom)
      room(BG, edge, R2, A2);
  } else if (b < .76f) {
    fill_texture(BG, elev < 50 ? uniform(0, 1) : 0, wood);
    if (chance(.4f))
      blur(BG, 3, uniform(.3, 2));
  } else if (b < .84f) {
    pattern(BG, pe, wood);
    if (chance(.2f))
      blur(BG, 3, uniform(.3, 1.5));
  } else if (b < .93f)
    clutter(BG);
  else {
    fill(BG, c0);
    plasma(tmp1, 3, 100, .75, 1);
    float a = uniform(.01, .12);
    float g[3] = {uniform(.8, 1.2), uniform(.8, 1.2), uniform(.8, 1.2)};
    for (int i = 0; i < N; i++)
      for (int c = 0; c < 3; c++)
        BG[i * 3 + c] += tmp1[i] * a * g[c];
  }
  for (int i = 0; i < N * 3; i++)
    BG[i] = clamp(BG[i], 0, 1.1f);
  if (chance(.13f)) {
    int n = integer(1, 4);
    while (n--) {
      const Sprite* t = pick(CANY);
      place(t, uniform(.15, .7), chance(.5f) ? uniform(-.05, .3) : uniform(.7, 1.05),
            fminf(edge > 0 ? edge : .3f, .9f) + uniform(-.2, .1), 1, 1, 0, chance(.5f), R2, A2, 0);
      blur(R2, 4, uniform(1.3, 5));
      over(BG, R2);
    }
  }
  // props that are not product
  static float TOP[MN];
  for (int i = 0; i < N; i++)
    TOP[i] = 1;
  if (pose == STANDING && elev < 45 && chance(inroom ? .3f : .07f))
    plinth(BG, TOP, cx, ew, yb, el);
  else if (elev < 45 && !close && chance(.08f)) {
    float y = uniform(fminf(yb + .02f, .97f), 1.1), c[3], sl = gaussian() * .05f,
          th = uniform(.01, .12);
    colour(c, chance(.5f) ? BLACK : ANY);
    stripe(BG, y, y + th, c, sl);
    colour(c, ANY);
    stripe(BG, y + th, 3, c, sl);
  }  // table edge in front
  if (chance(.15f)) {
    prop(BG, cx, ew, yb, eh, el, edge);
    if (chance(.25f))
      prop(BG, cx, ew, yb, eh, el, edge);
  }
  // shadows and reflection
  static float S[MN], O[MN];
  float sc = W / 208.f;
  for (int i = 0; i < N; i++) {
    S[i] = AX[i * 3 + 1] * TOP[i];
    O[i] = AX[i * 3 + 2] * TOP[i];
  }
  if (pose == HANGING && chance(.35f)) {
    int dx = gaussian() * 14 * sc, dy = gaussian() * 14 * sc;
    for (int y = 0; y < W; y++)
      for (int x = 0; x < W; x++) {
        int xx = x - dx, yy = y - dy;
        S[y * W + x] = (xx < 0 || yy < 0 || xx >= W || yy >= W) ? 0 : AX[(yy * W + xx) * 3];
        O[y * W + x] = 0;
      }
    blur(S, 1, powf(10, uniform(-.4, 1.1)) * sc);
  }
  if (chance(.06f)) {
    const Sprite* t = pick(CANY);
    place(t, uniform(.4, 1.3), uniform(0, 1), uniform(0, 1), uniform(.6, 2.2), uniform(.4, 1),
          uniform(-1, 1), chance(.5f), R2, A2, 0);
    float a = uniform(.2, .8);
    for (int i = 0; i < N; i++)
      tmp1[i] = A2[i * 3];
    blur(tmp1, 1, powf(10, uniform(-.5, .9)) * sc);
    for (int i = 0; i < N * 3; i++)
      BG[i] *= 1 - a * tmp1[i / 3];
  }  // shadow of something else
  if (!chance(.08f)) {
    blur(O, 1, uniform(1.5, 6) * sc);
    blur(S, 1, hard && chance(.8f) ? uniform(0, .8) * sc : powf(10, uniform(-.5, .9)) * sc);
    float ks = hard && chance(.7f) ? uniform(.55, .97)
               : chance(.8f)       ? uniform(0, .75)
                                   : uniform(.6, .95),
          ko = uniform(.2, 1.1), t[3] = {1, 1, 1};
    if (chance(.5f))
      for (int c = 0; c < 3; c++)
        t[c] = uniform(.9, 1.1);
    for (int i = 0; i < N; i++) {
      float o = 1 - clamp(ko * O[i], 0, .95f);
      for (int c = 0; c < 3; c++)
        BG[i * 3 + c] *= (1 - clamp(ks * S[i] * t[c], 0, .97f)) * o;
    }
    if (refl) {
      float r = uniform(.05, .6);
      blur(RR, 4, chance(.4f) ? 0 : uniform(.4, 2.5));
      for (int i = 0; i < N; i++) {
        float rt = r * TOP[i];
        for (int c = 0; c < 3; c++)
          BG[i * 3 + c] = BG[i * 3 + c] * (1 - rt * RR[i * 4 + 3]) + rt * RR[i * 4 + c];
      }
    }
  }
  // product over background, camera
  if (chance(.25f)) {
    float g = uniform(.7, 1.25);
    for (int c = 0; c < 3; c++) {
      float g2 = g * uniform(.9, 1.1);
      for (int i = 0; i < N; i++)
        RG[i * 4 + c] = fminf(RG[i * 4 + c] * g2, RG[i * 4 + 3]);
    }
  }
  if (chance(.12f))
    blur(RG, 4, uniform(.4, 1.2));
  over(BG, RG);
  if (chance(.04f)) {
    float a = gaussian(), c = gaussian(), f = uniform(8, 40) / W, st_ = uniform(.1, .5);
    for (int y = 0; y < W; y++)
      for (int x = 0; x < W; x++)
        tmp1[y * W + x] = clamp(sinf((x * a + y * c) * f) * 3, 0, 1);
    blur(tmp1, 1, uniform(1, 5));
    for (int i = 0; i < N * 3; i++)
      BG[i] *= 1 - st_ * tmp1[i / 3];
  }
  float g[3] = {1, 1, 1};
  if (chance(.5f))
    for (int c = 0; c < 3; c++)
      g[c] *= expf(gaussian() * .06f);
  if (chance(.12f)) {
    float e = uniform(-.7, 1.2), b3[3] = {1.05, .9, .68};
    for (int c = 0; c < 3; c++)
      g[c] *= powf(b3[c], e);
  }
  if (chance(.5f)) {
    float e = powf(2, uniform(-.9, .35));
    for (int c = 0; c < 3; c++)
      g[c] *= e;
  }
  float gm = chance(.4f) ? uniform(.7, 1.5) : 1, vg = chance(.35f) ? uniform(.05, .6) * 2 : 0,
        sa = chance(.1f) ? uniform(0, 1.5) : 1;
  for (int y = 0; y < W; y++)
    for (int x = 0; x < W; x++) {
      float *p = BG + (y * W + x) * 3, X = (float)x / W - .5f, Y = (float)y / W - .5f,
            v = 1 - vg * (X * X + Y * Y);
      for (int c = 0; c < 3; c++) {
        float z = fmaxf(p[c] * g[c], 0);
        if (gm != 1)
          z = powf(z, gm);
        p[c] = z * v;
      }
      if (sa != 1) {
        float mu = (p[0] + p[1] + p[2]) / 3;
        for (int c = 0; c < 3; c++)
          p[c] = mu + (p[c] - mu) * sa;
      }
    }
  if (chance(.22f))
    blur(BG, 3, uniform(.25, 1.1));
  if (chance(.4f)) {
    float n = powf(10, uniform(-2.3, -1.3));
    int mono = chance(.5f);
    for (int i = 0; i < N; i++) {
      float z = gaussian();
      for (int c = 0; c < 3; c++) {
        BG[i * 3 + c] += n * z;
        if (!mono)
          z = gaussian();
      }
    }
  }
  if (chance(.35f)) {
    for (int i = 0; i < N * 3; i++)
      BG[i] = clamp(BG[i], 0, 1);
    jpeg(BG, powf(10, uniform(-2.1, -1.)));
  }
  for (int i = 0; i < N; i++) {
    for (int c = 0; c < 3; c++)
      out[i * 5 + c] = (u8)(clamp(BG[i * 3 + c], 0, 1) * 255 + .5f);
    out[i * 5 + 3] = (u8)(AX[i * 3] * 255 + .5f);
  }
  gaps(out);
  return 1;
}
void make(int n, int w, uint64_t seed, u8* out) {
  W = w;
  N = w * w;
  state = seed * 0x9E3779B97F4A7C15ull + 1234567;
  for (int i = 0; i < 20; i++)
    random32();
  for (int i = 0; i < n;) {
    if (one(out + (long)i * N * 5))
      i++;
  }
}
