import { describe, expect, it } from 'vitest';
import { kelvins, pascals } from '../units';
import { dryAirDensity, humidAirDensity, saturationPressure, standardAtmosphere } from './index';

describe('standard atmosphere', () => {
  // ISO 2533:1975, table 5 (geopotential altitude): pressure Pa, temperature K, density kg/m3.
  it.each([
    [0, 101_325, 288.15, 1.225],
    [1000, 89_874.6, 281.65, 1.1116],
    [2000, 79_495.2, 275.15, 1.0065],
    [3000, 70_108.5, 268.65, 0.9091],
  ])('at %d m is that of the table', (altitude, pressure, temperature, density) => {
    const air = standardAtmosphere(altitude);
    expect(air.pressure).toBeCloseTo(pressure, 0);
    expect(air.temperature).toBeCloseTo(temperature, 6);
    expect(dryAirDensity(air)).toBeCloseTo(density, 4);
  });
});

describe('humid air', () => {
  const workshop = { pressure: pascals(101_325), temperature: kelvins(293.15) };

  // CIPM-2007: 20 C, 101 325 Pa, 50 % relative humidity: about 1.199 kg/m3 (from memory of the paper's example).
  it('weighs 1.199 kg/m3 at 20 C and 50 %', () => {
    expect(humidAirDensity(workshop, 0.5)).toBeCloseTo(1.199, 3);
  });

  // Saturation pressure of water at 20 C: 2339 Pa (IAPWS tables).
  it('holds water up to 2339 Pa at 20 C', () => {
    expect(saturationPressure(workshop)).toBeCloseTo(2339, 0);
  });

  it('gets lighter with moisture, and is the dry gas law without to 0.1 %', () => {
    expect(humidAirDensity(workshop, 1)).toBeLessThan(humidAirDensity(workshop, 0));
    expect(humidAirDensity(workshop, 0) / dryAirDensity(workshop)).toBeCloseTo(1, 3);
  });
});
