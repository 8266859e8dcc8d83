export const TEST_SECRET: string

export function startTestServer(
  databaseUrl: string,
  options?: { demo?: boolean; more?: Record<string, string>; port?: number | null },
): Promise<{ url: string; port: number; stop(): Promise<void>; kill(): Promise<void> }>
