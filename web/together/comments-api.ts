import type { Comment } from '../../model/comment.ts';
import { asJson, call, callTwice } from '../state/http.ts';

export const comments = async (job: string): Promise<Comment[]> => (await call('GET', `/jobs/${job}/comments`)).json();
export const writeComment = async (job: string, comment: Pick<Comment, 'id' | 'thing' | 'label' | 'body'>): Promise<void> =>
  void (await callTwice('POST', `/jobs/${job}/comments`, ...asJson(comment)));
export const endComment = async (job: string, id: string, ended: boolean): Promise<void> =>
  void (await call('PUT', `/jobs/${job}/comments/${id}`, ...asJson({ ended })));
