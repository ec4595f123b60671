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
  const [soFar, setSoFar] = useState<{ of: string; found: Answer }>();
  const key = JSON.stringify([address, body]);
  const query = useQuery<Answer, Error, Answer>({
    queryKey: [address, body],
    queryFn: ({ signal }) => {
      setShare(undefined);
      return asked<Answer>(address, body, signal, setShare, (found) => setSoFar({ of: key, found }));
    },
    enabled: wanted,
    placeholderData: options.keep ? keepPreviousData : undefined,
    staleTime: options.staleTime ?? Number.POSITIVE_INFINITY,
    gcTime: options.gcTime,
    retry: false,
  });
  /** What was found so far is of this question, or there is none. */
  return { ...query, share, soFar: soFar?.of === key ? soFar.found : undefined };
}
