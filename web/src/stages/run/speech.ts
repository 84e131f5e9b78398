/** Whether this browser can say something aloud. */
export const canSpeak = (): boolean => typeof speechSynthesis !== 'undefined';

export function speak(text: string): void {
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.lang = 'en';
  speechSynthesis.speak(said);
}
