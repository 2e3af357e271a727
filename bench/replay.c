/* The replay of many sizes in C, for the bench to hold the kernel against. Yield after spill.
   Both give, for each size, the water missed, the short days and the counted years with one. */
#include <string.h>

#define SHORT 1e-6
#define BLOCK 64

/* Plain: one size at a time, as anybody would write it. */
void plain(int days, int years, int sizes, const double *q, const double *d, const long *year_end,
           const double *size, double *missed, double *short_days, long *short_years) {
    for (int k = 0; k < sizes; k++) {
        double v = size[k], m = 0, n = 0;
        long shorts = 0;
        int day = 0;
        for (int y = 0; y < years; y++) {
            double before = n;
            for (; day < year_end[y]; day++) {
                double drawn = d[day] < v ? d[day] : v;
                double after = v + q[day] - drawn, room = size[k] - drawn;
                v = after < room ? after : room;
                double lack = d[day] - drawn;
                m += lack;
                if (lack > SHORT) n += 1;
            }
            if (n > before) shorts++;
        }
        missed[k] = m;
        short_days[k] = n;
        short_years[k] = shorts;
    }
}

/* Blocked: sizes side by side in blocks whose state stays in registers and the nearest cache. */
void blocked(int days, int years, int sizes, const double *q, const double *d, const long *year_end,
             const double *size, double *missed, double *short_days, long *short_years) {
    for (int start = 0; start < sizes; start += BLOCK) {
        int n = sizes - start < BLOCK ? sizes - start : BLOCK;
        double s[BLOCK] = {0}, v[BLOCK] = {0}, m[BLOCK] = {0}, c[BLOCK] = {0}, before[BLOCK];
        long y_short[BLOCK] = {0};
        memcpy(s, size + start, n * sizeof *s);
        memcpy(v, s, sizeof v);
        int day = 0;
        for (int y = 0; y < years; y++) {
            memcpy(before, c, sizeof c);
            for (; day < year_end[y]; day++) {
                double qd = q[day], dd = d[day];
                for (int k = 0; k < BLOCK; k++) {
                    double drawn = dd < v[k] ? dd : v[k];
                    double after = v[k] + qd - drawn, room = s[k] - drawn;
                    v[k] = after < room ? after : room;
                    double lack = dd - drawn;
                    m[k] += lack;
                    c[k] += lack > SHORT ? 1.0 : 0.0;
                }
            }
            for (int k = 0; k < BLOCK; k++) y_short[k] += c[k] > before[k];
        }
        memcpy(missed + start, m, n * sizeof *m);
        memcpy(short_days + start, c, n * sizeof *c);
        memcpy(short_years + start, y_short, n * sizeof *y_short);
    }
}
