// A database starts in every spec and a process in many: on a busy machine that takes longer than Jasmine's five seconds.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 120_000;
