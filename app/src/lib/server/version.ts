import packageFile from '../../../package.json' with { type: 'json' };

/** Version of this application, as every operation records it. */
export const APPLICATION_VERSION: string = packageFile.version;
