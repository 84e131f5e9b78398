declare module '*?raw' {
  const text: string;
  export default text;
}
declare module 'vin-validator' {
  export function validate(vin: string): boolean;
}
declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetHumRatioFromRelHum(tempC: number, humidity: number, pressurePa: number): number;
    GetMoistAirDensity(tempC: number, humidityRatio: number, pressurePa: number): number;
    GetStandardAtmPressure(altitudeM: number): number;
  };
  export default psychrolib;
}
