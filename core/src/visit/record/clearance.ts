/** How a board stands that was renewed or is being cleared. */
export type Clearance = 'open' | 'cleared' | 'shorted' | 'unlike';
