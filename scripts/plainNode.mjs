/**
 * What a test starts runs as it does for a builder: the types of the tests are stripped by a loader
 * that only the tests' own process shall have.
 */
delete process.env.NODE_OPTIONS;
