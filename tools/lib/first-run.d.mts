export declare function firstRunCode(secret: string): string
