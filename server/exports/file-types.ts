/** What kinds of files are called (IANA media types). */
export type FileFormat = 'csv' | 'xlsx' | 'svg' | 'pdf' | 'pptx';

export const FILE_TYPES: Readonly<Record<FileFormat, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
  pptx: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
};
