export declare const browser: string | undefined
export declare const shops: number
export declare function urlOf(shop: number): string
export declare function data(shop: number): string
