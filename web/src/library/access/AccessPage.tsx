export function AccessPage() {
  return null;
}
