// Small software renderer: orthographic shadow maps + perspective deferred shading.
// gcc -O3 -march=native -ffast-math -shared -fPIC render.c -o librender.so -lm
#include <math.h>
#include <stdlib.h>
#include <string.h>
#define SM 256
typedef unsigned char u8;
static inline float dot3(const float* a, const float* b) {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

// ---- OBJ parser: fills triangle corners. Returns number of triangles (call with max capacity).
static int cmpname(const char* a, int n, const char* b) {
  return (int)strlen(b) == n && !strncmp(a, b, n);
}
int obj_parse(const char* txt, long len, const char** names, int nn, float* P, float* N, float* UV,
              int* M, int cap) {
  long vc = 0, tc = 0, nc = 0;
  const char *p = txt, *e = txt + len;
  for (const char* q = p; q < e;) {
    if (q[0] == 'v') {
      if (q[1] == ' ')
        vc++;
      else if (q[1] == 't')
        tc++;
      else if (q[1] == 'n')
        nc++;
    }
    while (q < e && *q != '\n')
      q++;
    q++;
  }
  float *v = malloc((vc + 1) * 12), *t = malloc((tc + 1) * 8), *n = malloc((nc + 1) * 12);
  long vi = 0, ti = 0, ni = 0;
  int m = 0, nt = 0;
  while (p < e) {
    const char* l = p;
    while (p < e && *p != '\n')
      p++;
    const char* le = p;
    p++;
    if (l[0] == 'v' && (l[1] == ' ' || l[1] == 'n' || l[1] == 't')) {
      char* q = (char*)l + 2;
      float a = strtof(q, &q), b = strtof(q, &q), c = l[1] == 't' ? 0 : strtof(q, &q);
      if (l[1] == ' ') {
        v[vi * 3] = a;
        v[vi * 3 + 1] = b;
        v[vi * 3 + 2] = c;
        vi++;
      } else if (l[1] == 'n') {
        n[ni * 3] = a;
        n[ni * 3 + 1] = b;
        n[ni * 3 + 2] = c;
        ni++;
      } else {
        t[ti * 2] = a;
        t[ti * 2 + 1] = b;
        ti++;
      }
    } else if (!strncmp(l, "usemtl ", 7)) {
      const char* s = l + 7;
      int L = le - s;
      while (L > 0 && (s[L - 1] == '\r' || s[L - 1] == ' '))
        L--;
      m = 0;
      for (int i = 0; i < nn; i++)
        if (cmpname(s, L, names[i])) {
          m = i;
          break;
        }
    } else if (l[0] == 'f' && l[1] == ' ') {
      long ia[64], it[64], in[64];
      int k = 0;
      char* q = (char*)l + 2;
      while (q < le && k < 64) {
        while (q < le && (*q == ' ' || *q == '\t'))
          q++;
        if (q >= le || *q == '\r' || *q == '\n')
          break;
        char* q0 = q;
        long a = strtol(q, &q, 10), b = 0, c = 0;
        if (q == q0)
          break;
        if (*q == '/') {
          q++;
          if (*q != '/')
            b = strtol(q, &q, 10);
          if (*q == '/') {
            q++;
            c = strtol(q, &q, 10);
          }
        }
        ia[k] = a < 0 ? vi + a : a - 1;
        it[k] = b == 0 ? -1 : (b < 0 ? ti + b : b - 1);
        in[k] = c == 0 ? -1 : (c < 0 ? ni + c : c - 1);
        k++;
      }
      for (int j = 1; j + 1 < k; j++) {
        if (nt >= cap)
          goto done;
        int id[3] = {0, j, j + 1};
        int ok = 1;
        for (int c = 0; c < 3; c++)
          if (ia[id[c]] < 0 || ia[id[c]] >= vi)
            ok = 0;
        if (!ok)
          continue;
        float *pp = P + nt * 9, *nq = N + nt * 9, *uq = UV + nt * 6;
        for (int c = 0; c < 3; c++)
          memcpy(pp + c * 3, v + ia[id[c]] * 3, 12);
        float e1[3], e2[3], g[3];
        for (int c = 0; c < 3; c++) {
          e1[c] = pp[3 + c] - pp[c];
          e2[c] = pp[6 + c] - pp[c];
        }
        g[0] = e1[1] * e2[2] - e1[2] * e2[1];
        g[1] = e1[2] * e2[0] - e1[0] * e2[2];
        g[2] = e1[0] * e2[1] - e1[1] * e2[0];
        float L = sqrtf(dot3(g, g)) + 1e-20f;
        for (int c = 0; c < 3; c++)
          g[c] /= L;
        for (int c = 0; c < 3; c++) {
          long x = in[id[c]];
          memcpy(nq + c * 3, (x >= 0 && x < ni) ? n + x * 3 : g, 12);
          long y = it[id[c]];
          if (y >= 0 && y < ti) {
            uq[c * 2] = t[y * 2];
            uq[c * 2 + 1] = t[y * 2 + 1];
          } else
            uq[c * 2] = uq[c * 2 + 1] = 0;
        }
        M[nt++] = m;
      }
    }
  }
done:
  free(v);
  free(t);
  free(n);
  return nt;
}

typedef struct {
  float kd[3], f0, rough, metal, alpha;
  int tex, mode;
  float ts, tu, tv;
} Mat;
static void getmat(const float* m, Mat* o) {
  o->kd[0] = m[0];
  o->kd[1] = m[1];
  o->kd[2] = m[2];
  o->f0 = m[3];
  o->rough = m[4];
  o->metal = m[5];
  o->alpha = m[6];
  o->tex = (int)m[7];
  o->mode = (int)m[8];
  o->ts = m[9];
  o->tu = m[10];
  o->tv = m[11];
}

// orthographic depth maps: K bases (u,v,dir toward light), object in unit-ish sphere about c with
// radius R
static void shadowmap(int nt, const float* P, const u8* skip, const float* B, const float* c,
                      float R, float* D) {
  for (int i = 0; i < SM * SM; i++)
    D[i] = -1e9f;
  float s = SM / (2 * R);
  for (int t = 0; t < nt; t++) {
    if (skip && skip[t])
      continue;
    float x[3], y[3], z[3];
    for (int k = 0; k < 3; k++) {
      float d[3] = {P[t * 9 + k * 3] - c[0], P[t * 9 + k * 3 + 1] - c[1],
                    P[t * 9 + k * 3 + 2] - c[2]};
      x[k] = dot3(d, B) * s + SM / 2;
      y[k] = dot3(d, B + 3) * s + SM / 2;
      z[k] = dot3(d, B + 6);
    }
    float ar = (x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0]);
    int x0 = floorf(fminf(x[0], fminf(x[1], x[2]))), x1 = ceilf(fmaxf(x[0], fmaxf(x[1], x[2]))),
        y0 = floorf(fminf(y[0], fminf(y[1], y[2]))), y1 = ceilf(fmaxf(y[0], fmaxf(y[1], y[2])));
    if (x0 < 0)
      x0 = 0;
    if (y0 < 0)
      y0 = 0;
    if (x1 > SM - 1)
      x1 = SM - 1;
    if (y1 > SM - 1)
      y1 = SM - 1;
    if (fabsf(ar) < 1e-6f)
      continue;
    float ia = 1 / ar;
    for (int yy = y0; yy <= y1; yy++)
      for (int xx = x0; xx <= x1; xx++) {
        float px = xx + .5f, py = yy + .5f;
        float b1 = ((px - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (py - y[0])) * ia,
              b2 = ((x[1] - x[0]) * (py - y[0]) - (px - x[0]) * (y[1] - y[0])) * ia;
        float sl = 0.02f;
        if (b1 < -sl || b2 < -sl || b1 + b2 > 1 + sl)
          continue;
        float zz = z[0] + b1 * (z[1] - z[0]) + b2 * (z[2] - z[0]);
        if (zz > D[yy * SM + xx])
          D[yy * SM + xx] = zz;
      }
  }
}
static inline float vis(const float* D, const float* B, const float* c, float R, const float* p,
                        float bias) {
  float d[3] = {p[0] - c[0], p[1] - c[1], p[2] - c[2]};
  float s = SM / (2 * R);
  float x = dot3(d, B) * s + SM / 2 - .5f, y = dot3(d, B + 3) * s + SM / 2 - .5f,
        z = dot3(d, B + 6) + bias;
  int xi = floorf(x), yi = floorf(y);
  if (xi < 0 || yi < 0 || xi >= SM - 1 || yi >= SM - 1)
    return 1;
  float fx = x - xi, fy = y - yi;
  const float* q = D + yi * SM + xi;
  float a = z > q[0], b = z > q[1], e = z > q[SM], f = z > q[SM + 1];
  return (a * (1 - fx) + b * fx) * (1 - fy) + (e * (1 - fx) + f * fx) * fy;
}
// env: L levels of 64x32 lat-long RGB
static void env(const float* E, int lev, const float* d, float* o) {
  float u = (atan2f(d[2], d[0]) / (2 * M_PI) + .5f) * 64 - .5f,
        v = acosf(fmaxf(-1, fminf(1, d[1]))) / M_PI * 32 - .5f;
  int x = floorf(u), y = floorf(v);
  float fx = u - x, fy = v - y;
  int x1 = (x + 1) & 63;
  x &= 63;
  int y1 = y + 1;
  if (y < 0)
    y = 0;
  if (y1 > 31)
    y1 = 31;
  const float* e = E + lev * 64 * 32 * 3;
  for (int c = 0; c < 3; c++)
    o[c] = (e[(y * 64 + x) * 3 + c] * (1 - fx) + e[(y * 64 + x1) * 3 + c] * fx) * (1 - fy) +
           (e[(y1 * 64 + x) * 3 + c] * (1 - fx) + e[(y1 * 64 + x1) * 3 + c] * fx) * fy;
}
// Perspective render. cam: eye3,right3,up3,fwd3,f,cx,cy. out: S*S*5 float (premult rgb linear,
// visual alpha, truth)
static void draw(int nt, const float* P, const float* N, const float* UV, const int* M,
                 const float* mats, const u8** tex, const int* tw, const int* th, const float* cam,
                 int S, const float* E, int K1, int K, const float* B, const float* c, float R,
                 const float* D, const float* key, float* out, float ytop) {
  float* zb = malloc(4l * S * S * 2);
  int* id = malloc(4l * S * S * 2);
  float* bc = malloc(8l * S * S * 2);
  for (int i = 0; i < 2 * S * S; i++) {
    zb[i] = 1e9f;
    id[i] = -1;
  }
  float f = cam[12], cx = cam[13], cy = cam[14];
  for (int t = 0; t < nt; t++) {
    Mat m;
    getmat(mats + M[t] * 16, &m);
    int layer = m.alpha < .95f;
    float x[3], y[3], z[3];
    int bad = 0;
    for (int k = 0; k < 3; k++) {
      float d[3] = {P[t * 9 + k * 3] - cam[0], P[t * 9 + k * 3 + 1] - cam[1],
                    P[t * 9 + k * 3 + 2] - cam[2]};
      z[k] = dot3(d, cam + 9);
      if (z[k] < .02f)
        bad = 1;
      x[k] = f * dot3(d, cam + 3) / z[k] + cx;
      y[k] = -f * dot3(d, cam + 6) / z[k] + cy;
      z[k] = 1 / z[k];
    }
    if (bad)
      continue;
    float ar = (x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0]);
    if (fabsf(ar) < 1e-7f)
      continue;
    float ia = 1 / ar;
    int x0 = floorf(fminf(x[0], fminf(x[1], x[2]))), x1 = ceilf(fmaxf(x[0], fmaxf(x[1], x[2]))),
        y0 = floorf(fminf(y[0], fminf(y[1], y[2]))), y1 = ceilf(fmaxf(y[0], fmaxf(y[1], y[2])));
    if (x0 < 0)
      x0 = 0;
    if (y0 < 0)
      y0 = 0;
    if (x1 > S - 1)
      x1 = S - 1;
    if (y1 > S - 1)
      y1 = S - 1;
    for (int yy = y0; yy <= y1; yy++)
      for (int xx = x0; xx <= x1; xx++) {
        float px = xx + .5f, py = yy + .5f;
        float b1 = ((px - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (py - y[0])) * ia,
              b2 = ((x[1] - x[0]) * (py - y[0]) - (px - x[0]) * (y[1] - y[0])) * ia,
              b0 = 1 - b1 - b2;
        if (b0 < -1e-4f || b1 < -1e-4f || b2 < -1e-4f)
          continue;
        float iz = b0 * z[0] + b1 * z[1] + b2 * z[2], zz = 1 / iz;
        int o = layer * S * S + yy * S + xx;
        if (zz >= zb[o] - 1e-5f)
          continue;
        b1 = b1 * z[1] * zz;
        b2 = b2 * z[2] * zz;
        b0 = 1 - b1 - b2;
        if (m.tex >= 0 && m.mode == 0) {  // alpha test
          int w = tw[m.tex], h = th[m.tex];
          float u = b0 * UV[t * 6] + b1 * UV[t * 6 + 2] + b2 * UV[t * 6 + 4],
                v = b0 * UV[t * 6 + 1] + b1 * UV[t * 6 + 3] + b2 * UV[t * 6 + 5];
          u -= floorf(u);
          v -= floorf(v);
          int tx = u * w, ty = (1 - v) * h;
          if (tx >= w)
            tx = w - 1;
          if (ty >= h)
            ty = h - 1;
          if (ty < 0)
            ty = 0;
          if (tex[m.tex][(ty * w + tx) * 4 + 3] < 110)
            continue;
        }
        zb[o] = zz;
        id[o] = t;
        bc[o * 2] = b1;
        bc[o * 2 + 1] = b2;
      }
  }
  float bias = R * .016f;
  for (int i = 0; i < S * S; i++) {
    float* o = out + i * 5;
    o[0] = o[1] = o[2] = o[3] = o[4] = 0;
    for (int layer = 0; layer < 2; layer++) {
      int q = layer * S * S + i, t = id[q];
      if (t < 0)
        continue;
      if (layer == 1 && id[i] >= 0 && zb[i] < zb[q])
        continue;
      float b1 = bc[q * 2], b2 = bc[q * 2 + 1], b0 = 1 - b1 - b2;
      Mat m;
      getmat(mats + M[t] * 16, &m);
      float p[3], n[3], v[3];
      for (int k = 0; k < 3; k++) {
        p[k] = b0 * P[t * 9 + k] + b1 * P[t * 9 + 3 + k] + b2 * P[t * 9 + 6 + k];
        n[k] = b0 * N[t * 9 + k] + b1 * N[t * 9 + 3 + k] + b2 * N[t * 9 + 6 + k];
        v[k] = cam[k] - p[k];
      }
      float L = 1 / (sqrtf(dot3(n, n)) + 1e-20f);
      for (int k = 0; k < 3; k++)
        n[k] *= L;
      L = 1 / sqrtf(dot3(v, v));
      for (int k = 0; k < 3; k++)
        v[k] *= L;
      float nv = dot3(n, v);
      if (nv < 0) {
        for (int k = 0; k < 3; k++)
          n[k] = -n[k];
        nv = -nv;
      }
      float kd[3] = {m.kd[0], m.kd[1], m.kd[2]};
      if (m.tex >= 0) {
        float u, w2;
        int w = tw[m.tex], h = th[m.tex];
        if (m.mode == 0) {
          u = b0 * UV[t * 6] + b1 * UV[t * 6 + 2] + b2 * UV[t * 6 + 4];
          w2 = b0 * UV[t * 6 + 1] + b1 * UV[t * 6 + 3] + b2 * UV[t * 6 + 5];
        } else {
          float ax = fabsf(n[0]), ay = fabsf(n[1]), az = fabsf(n[2]);
          if (ay > ax && ay > az) {
            u = p[0];
            w2 = p[2];
          } else if (ax > az) {
            u = p[2];
            w2 = p[1];
          } else {
            u = p[0];
            w2 = p[1];
          }
          u = u * m.ts + m.tu;
          w2 = w2 * m.ts + m.tv;
          if (m.mode == 2) {  // single label: no repeat
            if (u < 0 || u >= 1 || w2 < 0 || w2 >= 1 || (ay > ax && ay > az))
              u = -9;
          }
        }
        if (u > -8) {
          u -= floorf(u);
          w2 -= floorf(w2);
          int tx = u * w, ty = (1 - w2) * h;
          if (tx >= w)
            tx = w - 1;
          if (ty >= h)
            ty = h - 1;
          if (ty < 0)
            ty = 0;
          const u8* s = tex[m.tex] + (ty * w + tx) * 4;
          float a = m.mode == 0 ? 1 : s[3] / 255.f;
          for (int k = 0; k < 3; k++) {
            float sv = s[k] / 255.f;
            sv = sv * sv * (.7f * sv + .3f);
            float tv = m.mode == 0 ? m.kd[k] * sv : sv;
            kd[k] = kd[k] * (1 - a) + tv * a;
          }
        }
      }
      float kv = 0, ao = 0;
      float pp[3];
      for (int k = 0; k < 3; k++)
        pp[k] = p[k] + n[k] * bias;
      float ws = 0;
      for (int k = 0; k < K; k++) {
        if (k < K1)
          kv += vis(D + k * SM * SM, B + k * 9, c, R, pp, bias * .5f);
        else {
          float nl = dot3(n, B + k * 9 + 6);
          if (nl > 0) {
            ao += nl * vis(D + k * SM * SM, B + k * 9, c, R, pp, bias * .5f);
            ws += nl;
          }
        }
      }
      kv /= K1;
      ao = ws > 0 ? ao / ws : .5f;
      ao = .15f + .85f * ao;
      const float* Ld = B + 6;
      float nl = fmaxf(0, dot3(n, Ld));
      float irr[3], rf[3], r[3];
      env(E, 5, n, irr);
      for (int k = 0; k < 3; k++)
        r[k] = 2 * nv * n[k] - v[k];
      float rl = m.rough * 5;
      int l0 = rl;
      if (l0 > 4)
        l0 = 4;
      float fr = rl - l0;
      float ra[3], rb[3];
      env(E, l0, r, ra);
      env(E, l0 < 5 ? l0 + 1 : 5, r, rb);
      for (int k = 0; k < 3; k++)
        rf[k] = ra[k] * (1 - fr) + rb[k] * fr;
      float hv[3];
      for (int k = 0; k < 3; k++)
        hv[k] = v[k] + Ld[k];
      L = 1 / (sqrtf(dot3(hv, hv)) + 1e-9f);
      float nh = fmaxf(0, dot3(n, hv) * L);
      float a2 = m.rough * m.rough;
      a2 = a2 * a2 + 1e-3f;
      float dd = nh * nh * (a2 - 1) + 1;
      float spec = a2 / (M_PI * dd * dd) * .25f;
      if (spec > 30)
        spec = 30;
      float fz = powf(1 - nv, 5) * (1 - .7f * m.rough);
      float al = layer ? m.alpha + (1 - m.alpha) * fz : 1;
      float col[3];
      for (int k = 0; k < 3; k++) {
        float F0 = m.f0 * (1 - m.metal) + kd[k] * m.metal, F = F0 + (1 - F0) * fz;
        float dif = kd[k] * (1 - m.metal) * (key[k] * nl * kv + irr[k] * ao);
        float sp = F * (rf[k] * (.35f + .65f * ao) + key[k] * spec * nl * kv);
        col[k] = dif * al + sp;
        if (layer)
          al = fminf(1, fmaxf(al, m.alpha));
      }
      if (ytop < 1e8f) {  // reflection fade with height of the mirrored point
        float fd = expf(-(ytop - p[1]) * 2.2f);
        for (int k = 0; k < 3; k++)
          col[k] *= fd;
        al *= fd;
      }
      for (int k = 0; k < 3; k++)
        o[k] = o[k] * (1 - al) + col[k];
      o[3] = o[3] * (1 - al) + al;
      o[4] = 1;
    }
  }
  free(zb);
  free(id);
  free(bc);
}
// shadow of the key light and of the dome on the floor, 2 floats a pixel; zoom .5 = twice the field
// (room for long shadows)
static void floor_shadow(int S, const float* cam, float zoom, int K1, int K, const float* B,
                         const float* c, float R, const float* D, float ground, float* sh) {
  float f = cam[12] * zoom, cx = S * .5f + (cam[13] - S * .5f) * zoom,
        cy = S * .5f + (cam[14] - S * .5f) * zoom;
  for (int y = 0; y < S; y++)
    for (int x = 0; x < S; x++) {
      float d[3];
      float a = (x + .5f - cx) / f, b = -(y + .5f - cy) / f;
      for (int k = 0; k < 3; k++)
        d[k] = cam[9 + k] + a * cam[3 + k] + b * cam[6 + k];
      float* o = sh + (y * S + x) * 2;
      o[0] = o[1] = 0;
      if (d[1] >= -1e-4f)
        continue;
      float t = (ground - cam[1]) / d[1];
      if (t < 0 || t > 60)
        continue;
      float p[3] = {cam[0] + t * d[0], ground, cam[2] + t * d[2]};
      float kv = 0, ao = 0, ws = 0;
      for (int k = 0; k < K; k++) {
        float vv = vis(D + (long)k * SM * SM, B + k * 9, c, R, p, R * .012f);
        if (k < K1)
          kv += vv;
        else {
          float w = B[k * 9 + 7];
          if (w > 0) {
            ao += w * vv;
            ws += w;
          }
        }
      }
      o[0] = 1 - kv / K1;
      o[1] = ws > 0 ? 1 - ao / ws : 0;
    }
}
// Full sprite: color S2=2*S supersampled. B: K*9 bases, first K1 around the key light.
void sprite(int nt, float* P, float* N, const float* UV, const int* M, const float* mats,
            const u8** tex, const int* tw, const int* th, const float* cam, int S, const float* E,
            int K1, int K, const float* B, const float* key, float ground, int refl, float* out,
            float* sh, float* wide, float* ref) {
  float c[3] = {0, 0, 0}, mn[3] = {1e9, 1e9, 1e9}, mx[3] = {-1e9, -1e9, -1e9};
  for (int i = 0; i < nt * 3; i++)
    for (int k = 0; k < 3; k++) {
      float a = P[i * 3 + k];
      if (a < mn[k])
        mn[k] = a;
      if (a > mx[k])
        mx[k] = a;
    }
  float R = 0;
  for (int k = 0; k < 3; k++) {
    c[k] = (mn[k] + mx[k]) / 2;
    R += (mx[k] - mn[k]) * (mx[k] - mn[k]) / 4;
  }
  R = sqrtf(R) * 1.02f;
  u8* skip = malloc(nt);
  for (int t = 0; t < nt; t++)
    skip[t] = mats[M[t] * 16 + 6] < .6f;
  float* D = malloc(4l * K * SM * SM);
  for (int k = 0; k < K; k++)
    shadowmap(nt, P, skip, B + k * 9, c, R, D + (long)k * SM * SM);
  float cam2[15];
  memcpy(cam2, cam, 60);
  cam2[12] *= 2;
  cam2[13] *= 2;
  cam2[14] *= 2;
  float* big = malloc(20l * S * S * 4);
  draw(nt, P, N, UV, M, mats, tex, tw, th, cam2, 2 * S, E, K1, K, B, c, R, D, key, big, 1e9f);
  for (int y = 0; y < S; y++)
    for (int x = 0; x < S; x++)
      for (int k = 0; k < 5; k++) {
        long a = ((2l * y * 2 * S) + 2 * x) * 5 + k;
        out[(y * S + x) * 5 + k] =
            .25f * (big[a] + big[a + 5] + big[a + 10l * S] + big[a + 10l * S + 5]);
      }
  free(big);
  floor_shadow(S, cam, 1, K1, K, B, c, R, D, ground, sh);
  if (wide)
    floor_shadow(S, cam, .5f, K1, K, B, c, R, D, ground, wide);
  if (refl) {
    for (int i = 0; i < nt * 3; i++) {
      P[i * 3 + 1] = 2 * ground - P[i * 3 + 1];
      N[i * 3 + 1] = -N[i * 3 + 1];
    }
    float* Bm = malloc(36l * K);
    memcpy(Bm, B, 36l * K);
    for (int k = 0; k < K; k++)
      for (int j = 0; j < 3; j++)
        Bm[k * 9 + j * 3 + 1] = -Bm[k * 9 + j * 3 + 1];
    float c2[3] = {c[0], 2 * ground - c[1], c[2]};
    draw(nt, P, N, UV, M, mats, tex, tw, th, cam, S, E, K1, K, Bm, c2, R, D, key, ref, ground);
    free(Bm);
  }
  free(D);
  free(skip);
}
