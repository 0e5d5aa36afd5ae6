/*
 * Kills the process before its n-th call that changes something in a file system; KILL_AT says which. Loaded in front of the C library.
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <fcntl.h>
#include <signal.h>
#include <stdarg.h>
#include <stdatomic.h>
#include <stdlib.h>
#include <sys/stat.h>
#include <sys/types.h>
#include <unistd.h>

static atomic_long calls;

static void live(void) {
    const char *at = getenv("KILL_AT");
    if (at != NULL && atomic_fetch_add(&calls, 1) + 1 == atol(at)) {
        kill(getpid(), SIGKILL);
        pause();
    }
}

#define ONE(result, name, declared, given)                              \
    result name declared {                                              \
        static result(*real) declared;                                  \
        if (real == NULL) {                                             \
            real = (result(*) declared)dlsym(RTLD_NEXT, #name);         \
        }                                                               \
        live();                                                         \
        return real given;                                              \
    }

/* What goes to the terminal changes no file. */
#define WRITING(name, declared, given)                                  \
    ssize_t name declared {                                             \
        static ssize_t(*real) declared;                                 \
        if (real == NULL) {                                             \
            real = (ssize_t(*) declared)dlsym(RTLD_NEXT, #name);        \
        }                                                               \
        if (fd > 2) {                                                   \
            live();                                                     \
        }                                                               \
        return real given;                                              \
    }

WRITING(write, (int fd, const void *bytes, size_t count), (fd, bytes, count))
WRITING(pwrite64, (int fd, const void *bytes, size_t count, off64_t at), (fd, bytes, count, at))
ONE(int, fsync, (int fd), (fd))
ONE(int, fdatasync, (int fd), (fd))
ONE(int, ftruncate64, (int fd, off64_t size), (fd, size))
ONE(int, rename, (const char *from, const char *to), (from, to))
ONE(int, renameat, (int one, const char *from, int other, const char *to), (one, from, other, to))
ONE(int, unlink, (const char *path), (path))
ONE(int, unlinkat, (int folder, const char *path, int flags), (folder, path, flags))
ONE(int, rmdir, (const char *path), (path))
ONE(int, mkdir, (const char *path, mode_t mode), (path, mode))
ONE(int, link, (const char *from, const char *to), (from, to))
ONE(int, symlink, (const char *to, const char *path), (to, path))
ONE(int, chmod, (const char *path, mode_t mode), (path, mode))
ONE(int, fchmod, (int fd, mode_t mode), (fd, mode))

#define OPENING(name)                                                   \
    int name(const char *path, int flags, ...) {                        \
        static int (*real)(const char *, int, ...);                     \
        if (real == NULL) {                                             \
            real = (int (*)(const char *, int, ...))dlsym(RTLD_NEXT, #name); \
        }                                                               \
        mode_t mode = 0;                                                \
        if (flags & (O_CREAT | O_TRUNC)) {                              \
            va_list rest;                                               \
            va_start(rest, flags);                                      \
            mode = va_arg(rest, mode_t);                                \
            va_end(rest);                                               \
            live();                                                     \
        }                                                               \
        return real(path, flags, mode);                                 \
    }

OPENING(open)
OPENING(open64)
