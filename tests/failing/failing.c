// SPDX-License-Identifier: GPL-3.0-or-later
// Loaded before a program (LD_PRELOAD): its Nth call of one function fails, as on a full or broken disk or
// without memory. ODDB_FAIL=write:3 lets the third write fail; counting begins with main().
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <stdatomic.h>
#include <stdlib.h>
#include <string.h>
#include <sys/types.h>

static atomic_long left = -1; // calls until the one that fails; below zero: none will
static char which[16];

static int fails(const char* name) {
    if (strcmp(which, name) != 0) return 0;
    return atomic_load(&left) > 0 && atomic_fetch_sub(&left, 1) == 1;
}

#define REAL(type, name, ...)                                                                                \
    static type (*real)(__VA_ARGS__);                                                                        \
    if (!real) *(void**)&real = dlsym(RTLD_NEXT, name)

ssize_t write(int file, const void* bytes, size_t size) {
    REAL(ssize_t, "write", int, const void*, size_t);
    if (file > 2 && fails("write")) return errno = ENOSPC, -1;
    return real(file, bytes, size);
}
ssize_t pwrite64(int file, const void* bytes, size_t size, off64_t at) {
    REAL(ssize_t, "pwrite64", int, const void*, size_t, off64_t);
    if (fails("pwrite")) return errno = ENOSPC, -1;
    return real(file, bytes, size, at);
}
int fsync(int file) {
    REAL(int, "fsync", int);
    if (fails("fsync")) return errno = EIO, -1;
    return real(file);
}
int rename(const char* from, const char* to) {
    REAL(int, "rename", const char*, const char*);
    if (fails("rename")) return errno = EXDEV, -1;
    return real(from, to);
}

extern void* __libc_malloc(size_t);
extern void* __libc_calloc(size_t, size_t);
extern void* __libc_realloc(void*, size_t);
void* malloc(size_t size) { return fails("malloc") ? (errno = ENOMEM, NULL) : __libc_malloc(size); }
void* calloc(size_t n, size_t size) {
    return fails("malloc") ? (errno = ENOMEM, NULL) : __libc_calloc(n, size);
}
void* realloc(void* p, size_t size) {
    return fails("malloc") ? (errno = ENOMEM, NULL) : __libc_realloc(p, size);
}

static int (*real_main)(int, char**, char**);
static int counted_main(int argc, char** argv, char** environment) {
    const char* wanted = getenv("ODDB_FAIL");
    const char* colon = wanted ? strchr(wanted, ':') : NULL;
    if (colon && (size_t)(colon - wanted) < sizeof which) {
        memcpy(which, wanted, (size_t)(colon - wanted));
        atomic_store(&left, atol(colon + 1));
    }
    return real_main(argc, argv, environment);
}
int __libc_start_main(int (*main_of_program)(int, char**, char**), int argc, char** argv, void (*init)(void),
                      void (*fini)(void), void (*rtld_fini)(void), void* stack_end) {
    REAL(int, "__libc_start_main", int (*)(int, char**, char**), int, char**, void (*)(void), void (*)(void),
         void (*)(void), void*);
    real_main = main_of_program;
    return real(counted_main, argc, argv, init, fini, rtld_fini, stack_end);
}
