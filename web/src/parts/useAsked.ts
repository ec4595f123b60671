import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { asked } from "../api/stream";

/** A question that takes long, asked while it is wanted, with the share of it that is done. */
export function useAsked<Answer>(
  address: string,
  body: object,
  wanted: boolean,
  options: { gcTime?: number; keep?: boolean; staleTime?: number } = {},
) {
  const [share, setShare] = useState<number>();
  const query = useQuery<Answer, Error, Answer>({
    queryKey: [address, body],
    queryFn: ({ signal }) => {
      setShare(undefined);
      return asked<Answer>(address, body, signal, setShare);
    },
    enabled: wanted,
    placeholderData: options.keep ? keepPreviousData : undefined,
    staleTime: options.staleTime ?? Number.POSITIVE_INFINITY,
    gcTime: options.gcTime,
    retry: false,
  });
  return { ...query, share };
}
