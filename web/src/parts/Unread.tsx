import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, take } from "../api/client";

export function useUnreadable() {
  return useQuery({
    queryKey: ["unreadable"],
    queryFn: ({ signal }) => take(client.GET("/unreadable", { signal })),
  });
}

/** Says beside a list that entries of it cannot be read, and where they are. */
export function Unread({ of }: { of: string[] }) {
  const { data } = useUnreadable();
  const count = data?.filter((u) => of.includes(u.table)).length ?? 0;
  if (count === 0) return null;
  return (
    <p role="status">
      {count === 1 ? "One entry" : `${count} entries`} here cannot be read and {count === 1 ? "is" : "are"}{" "}
      left out. <Link to="/log?part=exchange">See {count === 1 ? "it" : "them"}</Link>
    </p>
  );
}
