import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { useConnections, useLookups, useParts, useRules } from "../../api/queries";
import type { RuleVocabulary } from "./file/offers";
import type { Schema } from "./file/words";

/** The names and words that a rule can use; undefined until all of it is loaded. */
export function useRuleVocabulary(): { known: RuleVocabulary | undefined; error: Error | null } {
  const schema = useQuery({
    queryKey: ["GET", "/rules/schema"],
    queryFn: async () => (await answer(api.GET("/api/v1/rules/schema", { parseAs: "json" }))) as unknown as Schema,
    staleTime: Infinity,
  });
  const connections = useConnections();
  const lookups = useLookups();
  const rules = useRules();
  const parts = useParts();
  const error = schema.error ?? connections.error ?? lookups.error ?? rules.error ?? parts.error;
  if (!schema.data || !connections.data || !lookups.data || !rules.data || !parts.data) return { known: undefined, error };
  const byKind: Record<string, string[]> = {};
  for (const part of parts.data.parts) (byKind[part.kind] ??= []).push(part.name);
  return {
    known: {
      schema: schema.data,
      connections: connections.data.connections.map((connection) => connection.name),
      lookups: lookups.data.lookups.map((lookup) => lookup.name),
      rules: rules.data.rules.map((rule) => rule.id),
      parts: byKind,
    },
    error,
  };
}
