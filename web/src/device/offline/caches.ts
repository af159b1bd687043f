/** Where the files of pages are kept, each with its content in its name. */
export const fileCache = 'intervallum-files';

/** Where the page itself is kept, under one name for all addresses. */
export const pageCache = 'intervallum-page';
export const pageKey = '/page';
