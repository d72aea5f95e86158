/** What the page's own clock lacks against the shop's. Units: ms. */
let behindMs = 0;

/** Takes the clock of the shop over; a tablet that is ten minutes off still tells the right time. */
export function setShopNow(now: Date): void {
  behindMs = now.getTime() - Date.now();
}

/** Now, by the clock of the shop. */
export function shopNow(): Date {
  return new Date(Date.now() + behindMs);
}
