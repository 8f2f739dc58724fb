// AES in counter mode with HMAC-SHA1, as ZIP archives use them (AES specification of 2009): the
// counter is little endian and starts at 1, the code is over what is encrypted. Decrypting only.
//
// FIPS 197, FIPS 180-4, RFC 2104. Built by scripts/opener-reader without any library.

typedef unsigned char u8;
typedef unsigned int u32;

#define EXPORT(name) __attribute__((export_name(name)))
#define ROTL(x, n) (((x) << (n)) | ((x) >> (32 - (n))))
#define DATA_BYTES 65536

/** What one entry needs between two calls: the page keeps it and puts it back. */
struct state {
  u32 round_keys[60];
  u32 rounds;
  u32 counter[4];
  u32 hash[5];
  u32 outer[5];
  u32 buffered;
  u32 bytes_low;
  u32 bytes_high;
  u8 buffer[64];
};

static struct state s;
static u8 data[DATA_BYTES] __attribute__((aligned(16)));
static u32 t0[256], t1[256], t2[256], t3[256];
static u8 sbox[256];

EXPORT("state") void *where_state(void) { return &s; }
EXPORT("stateBytes") u32 state_bytes(void) { return sizeof s; }
EXPORT("data") void *where_data(void) { return data; }
EXPORT("dataBytes") u32 data_bytes(void) { return DATA_BYTES; }

static u8 twice(u8 x) { return (u8)((x << 1) ^ ((x >> 7) * 0x1b)); }

EXPORT("tables") void tables(void) {
  u8 p = 1, q = 1;
  do {
    p = (u8)(p ^ twice(p));
    q ^= (u8)(q << 1);
    q ^= (u8)(q << 2);
    q ^= (u8)(q << 4);
    if (q & 0x80) q ^= 0x09;
    sbox[p] = (u8)(q ^ (u8)(q << 1 | q >> 7) ^ (u8)(q << 2 | q >> 6) ^ (u8)(q << 3 | q >> 5) ^
                   (u8)(q << 4 | q >> 4) ^ 0x63);
  } while (p != 1);
  sbox[0] = 0x63;
  for (u32 i = 0; i < 256; i++) {
    u32 x = sbox[i], x2 = twice(sbox[i]), x3 = x2 ^ x;
    t0[i] = x2 | x << 8 | x << 16 | x3 << 24;
    t1[i] = ROTL(t0[i], 8);
    t2[i] = ROTL(t0[i], 16);
    t3[i] = ROTL(t0[i], 24);
  }
}

static u32 substituted(u32 w) {
  return sbox[w & 255] | sbox[w >> 8 & 255] << 8 | sbox[w >> 16 & 255] << 16 |
         (u32)sbox[w >> 24] << 24;
}

static void expand(const u8 *key, u32 words) {
  u32 *w = s.round_keys;
  u8 round = 1;
  s.rounds = words + 6;
  for (u32 i = 0; i < words; i++)
    w[i] = key[4 * i] | key[4 * i + 1] << 8 | key[4 * i + 2] << 16 | (u32)key[4 * i + 3] << 24;
  for (u32 i = words; i < 4 * (s.rounds + 1); i++) {
    u32 x = w[i - 1];
    if (i % words == 0) {
      x = substituted(x >> 8 | x << 24) ^ round;
      round = twice(round);
    } else if (words > 6 && i % words == 4) {
      x = substituted(x);
    }
    w[i] = w[i - words] ^ x;
  }
}

#define ROUND(a, b, c, d, k) \
  (t0[(a) & 255] ^ t1[(b) >> 8 & 255] ^ t2[(c) >> 16 & 255] ^ t3[(d) >> 24] ^ (k))
#define LAST(a, b, c, d, k)                                             \
  ((sbox[(a) & 255] | sbox[(b) >> 8 & 255] << 8 | sbox[(c) >> 16 & 255] << 16 | \
    (u32)sbox[(d) >> 24] << 24) ^ (k))

static void keystream(u32 *out) {
  const u32 *k = s.round_keys;
  if (!++s.counter[0] && !++s.counter[1] && !++s.counter[2]) ++s.counter[3];
  u32 a = s.counter[0] ^ k[0], b = s.counter[1] ^ k[1];
  u32 c = s.counter[2] ^ k[2], d = s.counter[3] ^ k[3];
  u32 e, f, g, h;
  for (u32 left = s.rounds / 2 - 1;; left--) { // there are 10, 12 or 14
    e = ROUND(a, b, c, d, k[4]), f = ROUND(b, c, d, a, k[5]);
    g = ROUND(c, d, a, b, k[6]), h = ROUND(d, a, b, c, k[7]);
    k += 8;
    if (!left) break;
    a = ROUND(e, f, g, h, k[0]), b = ROUND(f, g, h, e, k[1]);
    c = ROUND(g, h, e, f, k[2]), d = ROUND(h, e, f, g, k[3]);
  }
  out[0] = LAST(e, f, g, h, k[0]);
  out[1] = LAST(f, g, h, e, k[1]);
  out[2] = LAST(g, h, e, f, k[2]);
  out[3] = LAST(h, e, f, g, k[3]);
}

static void decrypt(u32 bytes) {
  u32 stream[4], at = 0;
  for (; at + 16 <= bytes; at += 16) {
    u32 *words = (u32 *)(data + at);
    keystream(stream);
    for (u32 i = 0; i < 4; i++) words[i] ^= stream[i];
  }
  if (at < bytes) {
    keystream(stream);
    for (u32 i = 0; at < bytes; at++, i++) data[at] ^= ((u8 *)stream)[i];
  }
}

static u32 big_endian(const u8 *b) {
  return (u32)b[0] << 24 | b[1] << 16 | b[2] << 8 | b[3];
}

static void compress(const u8 *block) {
  u32 w[80];
  for (u32 i = 0; i < 16; i++) w[i] = big_endian(block + 4 * i);
  for (u32 i = 16; i < 80; i++) w[i] = ROTL(w[i - 3] ^ w[i - 8] ^ w[i - 14] ^ w[i - 16], 1);
  u32 a = s.hash[0], b = s.hash[1], c = s.hash[2], d = s.hash[3], e = s.hash[4];
#define STEP(f, k)                          \
  {                                         \
    u32 t = ROTL(a, 5) + (f) + e + (k) + w[i]; \
    e = d, d = c, c = ROTL(b, 30), b = a, a = t; \
  }
#pragma unroll
  for (u32 i = 0; i < 20; i++) STEP(d ^ (b & (c ^ d)), 0x5a827999)
#pragma unroll
  for (u32 i = 20; i < 40; i++) STEP(b ^ c ^ d, 0x6ed9eba1)
#pragma unroll
  for (u32 i = 40; i < 60; i++) STEP((b & c) | (d & (b | c)), 0x8f1bbcdc)
#pragma unroll
  for (u32 i = 60; i < 80; i++) STEP(b ^ c ^ d, 0xca62c1d6)
  s.hash[0] += a, s.hash[1] += b, s.hash[2] += c, s.hash[3] += d, s.hash[4] += e;
}

static void start_hash(void) {
  s.hash[0] = 0x67452301, s.hash[1] = 0xefcdab89, s.hash[2] = 0x98badcfe;
  s.hash[3] = 0x10325476, s.hash[4] = 0xc3d2e1f0;
}

static void add(const u8 *from, u32 bytes) {
  u32 before = s.bytes_low;
  s.bytes_low += bytes;
  s.bytes_high += s.bytes_low < before;
  while (s.buffered && bytes) {
    s.buffer[s.buffered++] = *from++;
    bytes--;
    if (s.buffered == 64) {
      compress(s.buffer);
      s.buffered = 0;
    }
  }
  for (; bytes >= 64; from += 64, bytes -= 64) compress(from);
  while (bytes--) s.buffer[s.buffered++] = *from++;
}

static void finish_hash(void) {
  u32 low = s.bytes_low << 3, high = s.bytes_high << 3 | s.bytes_low >> 29;
  u8 end = 0x80, zero = 0, length[8];
  add(&end, 1);
  while (s.buffered != 56) add(&zero, 1);
  for (u32 i = 0; i < 4; i++) {
    length[i] = (u8)(high >> (24 - 8 * i));
    length[4 + i] = (u8)(low >> (24 - 8 * i));
  }
  add(length, 8);
}

static void padded(const u8 *key, u32 bytes, u8 with) {
  u8 block[64];
  for (u32 i = 0; i < 64; i++) block[i] = (u8)((i < bytes ? key[i] : 0) ^ with);
  start_hash();
  compress(block);
}

/** The key of the cipher, and behind it that of the code, as long; both are in the data. */
EXPORT("start") void start(u32 key_bytes) {
  expand(data, key_bytes / 4);
  for (u32 i = 0; i < 4; i++) s.counter[i] = 0;
  padded(data + key_bytes, key_bytes, 0x5c);
  for (u32 i = 0; i < 5; i++) s.outer[i] = s.hash[i];
  padded(data + key_bytes, key_bytes, 0x36);
  s.buffered = 0, s.bytes_low = 64, s.bytes_high = 0;
  for (u32 i = 0; i < 2 * key_bytes; i++) data[i] = 0;
}

/** Adds the data to the code and decrypts it in its place. */
EXPORT("process") void process(u32 bytes) {
  add(data, bytes);
  decrypt(bytes);
}

/** Leaves the 20 bytes of the code in the data. */
EXPORT("digest") void digest(void) {
  u8 inner[20];
  finish_hash();
  for (u32 i = 0; i < 20; i++) inner[i] = (u8)(s.hash[i / 4] >> (24 - 8 * (i % 4)));
  for (u32 i = 0; i < 5; i++) s.hash[i] = s.outer[i];
  s.buffered = 0, s.bytes_low = 64, s.bytes_high = 0;
  add(inner, 20);
  finish_hash();
  for (u32 i = 0; i < 20; i++) data[i] = (u8)(s.hash[i / 4] >> (24 - 8 * (i % 4)));
}
