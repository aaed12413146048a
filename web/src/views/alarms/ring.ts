/** Three short tones and a buzz. A browser that has heard no press yet stays silent: the screen flashes anyway. */
export function ring(): void {
  navigator.vibrate?.([300, 150, 300]);
  try {
    const audio = new AudioContext();
    [0, 0.35, 0.7].forEach((at) => {
      const tone = audio.createOscillator();
      const gain = audio.createGain();
      tone.frequency.value = 880;
      gain.gain.setValueAtTime(0.25, audio.currentTime + at);
      gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + 0.28);
      tone.connect(gain).connect(audio.destination);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.3);
    });
  } catch {
    // No sound here: the screen tells it.
  }
}

/** Keep the screen on while a batch is under way, where the browser allows it. */
export function stayAwake(): () => void {
  let lock: WakeLockSentinel | null = null;
  const ask = () => {
    if (document.visibilityState === "visible")
      navigator.wakeLock?.request("screen").then(
        (got) => (lock = got),
        () => undefined,
      );
  };
  ask();
  document.addEventListener("visibilitychange", ask);
  return () => {
    document.removeEventListener("visibilitychange", ask);
    void lock?.release();
  };
}

/** Say something aloud, where this browser can. */
export function say(words: string): void {
  if (!("speechSynthesis" in globalThis)) return;
  const spoken = new SpeechSynthesisUtterance(words);
  spoken.lang = "en";
  speechSynthesis.speak(spoken);
}
