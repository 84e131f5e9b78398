declare module '*?raw' {
  const text: string;
  export default text;
}
declare module 'vin-validator' {
  export function validate(vin: string): boolean;
}
