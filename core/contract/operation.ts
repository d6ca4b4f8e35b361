/** One thing that the HTTP API can be asked. */
import type { z } from 'zod';

export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** With the names of its parts in braces. */
  readonly path: string;
  readonly does: string;
  /** What is sent: JSON of a shape, or text of a media type. */
  readonly body?: z.ZodType | string;
  readonly query?: readonly string[];
  /** What comes back: JSON of a shape, or bytes of a media type; absent: nothing. */
  readonly answers?: z.ZodType | string;
  /** Without signing in. */
  readonly open?: true;
}
