/** The few functions the tests compare with; the library ships without types. */
declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    GetSatVapPres(temperature: number): number;
    GetTDewPointFromRelHum(temperature: number, humidity: number): number;
    GetHumRatioFromRelHum(temperature: number, humidity: number, pressure: number): number;
    GetMoistAirEnthalpy(temperature: number, ratio: number): number;
    GetMoistAirVolume(temperature: number, ratio: number, pressure: number): number;
    GetTDewPointFromHumRatio(temperature: number, ratio: number, pressure: number): number;
    GetSatHumRatio(temperature: number, pressure: number): number;
    GetRelHumFromTWetBulb(temperature: number, wetBulb: number, pressure: number): number;
  };
  export default psychrolib;
}
