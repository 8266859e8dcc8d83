export function startTestServer(
  databaseUrl: string,
  options?: { demo?: boolean },
): Promise<{ url: string; stop(): Promise<void>; kill(): Promise<void> }>
