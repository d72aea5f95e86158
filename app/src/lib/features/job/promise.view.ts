/** A promised time in words: `today 17:00`, `tomorrow 10:00`, `Fri 27 Nov`, and whether it has passed. */
export function formatPromise(at: Date | null, now: Date): { text: string; late: boolean } {
  if (!at) return { text: '', late: false };
  const late = at.getTime() < now.getTime();
  const time = at.toTimeString().slice(0, 5);
  const days = dayNumber(at) - dayNumber(now);
  if (days === 0) return { text: `today ${time}${late ? ', late' : ''}`, late };
  if (days === 1) return { text: `tomorrow ${time}`, late };
  const day = at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
  return { text: late ? `${day}, late` : day, late };
}

function dayNumber(date: Date): number {
  return Math.floor(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / 86_400_000);
}
