import Link from '@mui/material/Link';
import { type About, useComments } from './comments-context.tsx';

/** Opens the comments on a thing; says how many stand. Nothing where one person works alone. */
export function CommentLink({ thing, label }: About) {
  const comments = useComments();
  if (!comments) return null;
  const standing = comments.list.filter((comment) => comment.thing === thing && comment.endedAt === null).length;
  return (
    <Link component="button" type="button" variant="body2" onClick={() => comments.show({ thing, label })}>
      {standing > 0 ? `Comments (${standing})` : 'Comment'}
    </Link>
  );
}
