/** What the page's own clock lacks against the house's. Units: ms. */
let behindMs = 0;

/** Takes the clock of the house over; a tablet that is ten minutes off still tells the right time. */
export function setHouseNow(now: Date): void {
  behindMs = now.getTime() - Date.now();
}

/** Now, by the clock of the house. */
export function houseNow(): Date {
  return new Date(Date.now() + behindMs);
}
