export const CHROMIUM: { executablePath: string; args: string[] }
export function ensureChromium(say: (text: string) => void): Promise<void>
