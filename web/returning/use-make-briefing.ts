/** Makes a briefing of a board, a trail or words, and opens it as it would come out now. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { briefings, type BriefingAsked } from './returning-api';

export function useMakeBriefing() {
  const navigate = useNavigate();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (of: BriefingAsked) => briefings.make(of),
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['briefings'] });
      void navigate(`/briefings/${id}`);
    },
  });
}
