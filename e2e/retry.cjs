/*
 * A browser and three threads share two cores: what fails is tried once more, and said so, with its error.
 * A fault of the application fails twice.
 */
jest.retryTimes(1, { logErrorsBeforeRetry: true });
