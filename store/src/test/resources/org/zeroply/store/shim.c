/*
 * Stands between a process and the system, for the tests of what a bad disk does: keeps every write, sync, rename and
 * removal of files in one folder in a log, and has a wanted write fail. Compiled by the tests where there is a compiler.
 *
 * SHIM_FOLDER   the folder that is watched
 * SHIM_LOG      where the log goes, if one is wanted: op, length of the path, offset, length of the data; path; data
 * SHIM_CONTROL  two 64-bit numbers that the process may write at any time: after so many more writes one fails, 0 for
 *               never; and 1 if it fails once, 2 if all that follow fail as well
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <limits.h>
#include <pthread.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/mman.h>
#include <sys/stat.h>
#include <sys/types.h>
#include <unistd.h>

static pthread_mutex_t lock = PTHREAD_MUTEX_INITIALIZER;
static char folder[PATH_MAX];
static int log_fd = -1;
static volatile int64_t *control;

static ssize_t (*real_write)(int, const void *, size_t);
static ssize_t (*real_pwrite)(int, const void *, size_t, off_t);
static int (*real_ftruncate)(int, off_t);
static int (*real_fsync)(int);
static int (*real_fdatasync)(int);
static int (*real_rename)(const char *, const char *);
static int (*real_unlink)(const char *);

__attribute__((constructor)) static void begin(void) {
    real_write = dlsym(RTLD_NEXT, "write");
    real_pwrite = dlsym(RTLD_NEXT, "pwrite64");
    real_ftruncate = dlsym(RTLD_NEXT, "ftruncate64");
    real_fsync = dlsym(RTLD_NEXT, "fsync");
    real_fdatasync = dlsym(RTLD_NEXT, "fdatasync");
    real_rename = dlsym(RTLD_NEXT, "rename");
    real_unlink = dlsym(RTLD_NEXT, "unlink");
    const char *watched = getenv("SHIM_FOLDER");
    if (watched) snprintf(folder, sizeof folder, "%s/", watched);
    const char *log = getenv("SHIM_LOG");
    if (log) log_fd = open(log, O_WRONLY | O_CREAT | O_APPEND, 0600);
    const char *orders = getenv("SHIM_CONTROL");
    if (orders) {
        int fd = open(orders, O_RDWR);
        if (fd >= 0) control = mmap(NULL, 16, PROT_READ | PROT_WRITE, MAP_SHARED, fd, 0);
        if (control == MAP_FAILED) control = NULL;
    }
}

/* The path of a file that is watched. The shared memory of a log is no part of what is kept. */
static int is_watched(const char *path) {
    size_t length = strlen(path);
    return folder[0] && !strncmp(path, folder, strlen(folder)) && (length < 4 || strcmp(path + length - 4, "-shm"));
}

static int path_of(int fd, char *path) {
    char link[64];
    snprintf(link, sizeof link, "/proc/self/fd/%d", fd);
    ssize_t length = readlink(link, path, PATH_MAX - 1);
    if (length <= 0) return 0;
    path[length] = 0;
    struct stat of;
    if (!fstat(fd, &of) && S_ISDIR(of.st_mode)) strncat(path, "/", PATH_MAX - 1 - length);
    return is_watched(path);
}

static void keep(char op, const char *path, uint64_t offset, const void *data, uint32_t length) {
    if (log_fd < 0) return;
    uint16_t path_length = strlen(path);
    char head[15];
    head[0] = op;
    memcpy(head + 1, &path_length, 2);
    memcpy(head + 3, &offset, 8);
    memcpy(head + 11, &length, 4);
    pthread_mutex_lock(&lock);
    real_write(log_fd, head, sizeof head);
    real_write(log_fd, path, path_length);
    for (uint32_t done = 0; done < length;) {
        ssize_t now = real_write(log_fd, (const char *) data + done, length - done);
        if (now <= 0) break;
        done += now;
    }
    pthread_mutex_unlock(&lock);
}

static int fails(void) {
    if (!control || control[0] == 0) return 0;
    int failing = 0;
    pthread_mutex_lock(&lock);
    if (control[0] > 1) control[0]--;
    else if (control[0] == 1) {
        failing = 1;
        if (control[1] != 2) control[0] = 0;
    }
    pthread_mutex_unlock(&lock);
    if (failing) errno = EIO;
    return failing;
}

ssize_t write(int fd, const void *data, size_t length) {
    char path[PATH_MAX];
    if (fd == log_fd || !path_of(fd, path)) return real_write(fd, data, length);
    if (fails()) return -1;
    off_t at = lseek(fd, 0, SEEK_CUR);
    ssize_t done = real_write(fd, data, length);
    if (done > 0) keep('w', path, at, data, done);
    return done;
}

ssize_t pwrite64(int fd, const void *data, size_t length, off_t at) {
    char path[PATH_MAX];
    if (!path_of(fd, path)) return real_pwrite(fd, data, length, at);
    if (fails()) return -1;
    ssize_t done = real_pwrite(fd, data, length, at);
    if (done > 0) keep('w', path, at, data, done);
    return done;
}

ssize_t pwrite(int fd, const void *data, size_t length, off_t at) { return pwrite64(fd, data, length, at); }

int ftruncate64(int fd, off_t length) {
    char path[PATH_MAX];
    if (!path_of(fd, path)) return real_ftruncate(fd, length);
    if (fails()) return -1;
    int done = real_ftruncate(fd, length);
    if (!done) keep('t', path, length, NULL, 0);
    return done;
}

int ftruncate(int fd, off_t length) { return ftruncate64(fd, length); }

static int synced(int fd, int (*real)(int)) {
    char path[PATH_MAX];
    if (!path_of(fd, path)) return real(fd);
    if (fails()) return -1;
    int done = real(fd);
    if (!done) keep('s', path, 0, NULL, 0);
    return done;
}

int fsync(int fd) { return synced(fd, real_fsync); }

int fdatasync(int fd) { return synced(fd, real_fdatasync); }

int rename(const char *from, const char *to) {
    if (is_watched(from) && fails()) return -1;
    int done = real_rename(from, to);
    if (!done && is_watched(from)) keep('r', from, 0, to, strlen(to));
    return done;
}

int unlink(const char *path) {
    int done = real_unlink(path);
    if (!done && is_watched(path)) keep('u', path, 0, NULL, 0);
    return done;
}

/* What is copied within the system is not seen here, so it is copied by reading and writing. */
ssize_t copy_file_range(int in, off64_t *from, int out, off64_t *to, size_t length, unsigned flags) {
    errno = ENOSYS;
    return -1;
}

ssize_t sendfile64(int out, int in, off64_t *from, size_t length) {
    errno = ENOSYS;
    return -1;
}

ssize_t sendfile(int out, int in, off_t *from, size_t length) {
    errno = ENOSYS;
    return -1;
}
