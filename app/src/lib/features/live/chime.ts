let context: AudioContext | undefined;

/** A short sound at the end of long work: two notes up when it went well, two down when not. */
export function playChime(well: boolean): void {
  try {
    context ??= new AudioContext();
    const notes = well ? [523, 784] : [392, 262];
    for (const [i, hertz] of notes.entries()) {
      const at = context.currentTime + i * 0.18;
      const tone = context.createOscillator();
      const gain = context.createGain();
      tone.frequency.value = hertz;
      gain.gain.setValueAtTime(0.15, at);
      gain.gain.exponentialRampToValueAtTime(0.001, at + 0.35);
      tone.connect(gain).connect(context.destination);
      tone.start(at);
      tone.stop(at + 0.4);
    }
  } catch {
    // no sound on this machine: the page says it in words too
  }
}

/** A desktop notice where the browser allows one and nobody looks at the page. */
export function showDesktopNotice(title: string, body: string): void {
  if (!('Notification' in window) || Notification.permission !== 'granted' || !document.hidden)
    return;
  new Notification(title, { body });
}
