/** Everything that changed rights or data, for admins. */
import { useInfiniteQuery } from '@tanstack/react-query';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { Button } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';
import { AuditList } from './SharingDialog';

const PAGE = 100;

export function AuditPage() {
  const list = useInfiniteQuery({
    queryKey: ['audit'],
    queryFn: ({ pageParam }) => api.audit(pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => (last.length < PAGE ? undefined : (last.at(-1)?.id ?? undefined)),
    staleTime: 0,
  });
  const entries = (list.data?.pages ?? []).flat();
  return (
    <Page>
      <Head>
        <Title>Changes of rights and data</Title>
      </Head>
      {list.isPending ? (
        <Loading what="Fetching the list" />
      ) : list.isError ? (
        <Failure error={list.error} onRetry={() => void list.refetch()} />
      ) : entries.length === 0 ? (
        <Message title="Nothing yet">Whatever changes rights or data is written down here.</Message>
      ) : (
        <AuditList entries={entries} />
      )}
      {list.hasNextPage ? (
        <Button isDisabled={list.isFetchingNextPage} onPress={() => void list.fetchNextPage()}>
          Earlier ones
        </Button>
      ) : null}
    </Page>
  );
}
