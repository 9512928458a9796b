import type { RideChannel } from './meaning';

/**
 * Words for what a column is, in the languages that loggers speak here, without accents, signs and units. `common practice, no source`. The
 * first that fits counts, so what is narrow stands before what is wide.
 */
export const COLUMN_WORDS: readonly (readonly [Exclude<RideChannel, 'nothing'>, RegExp])[] = [
  [
    'lambda',
    /^(lambda|lam|lbd|lambdawert|lambda value|sonda lambda|sonde lambda|wideband( lambda| afr)?|wb lambda|afr|air ?fuel( ratio)?|a f( ratio)?|luft kraftstoff( verhaltnis)?|kraftstoff luft( verhaltnis)?|air carburant|rapport air carburant|richesse|aire combustible|relacion aire combustible|aria carburante|rapporto aria( carburante)?|dosatura|lucht brandstof|mistura|ar combustivel)\b/,
  ],
  [
    'exhaust',
    /^(egt|exhaust( gas)? temp(erature)?|exhaust|abgastemp(eratur)?|abgas|temp(erature)?( des)?( gaz)?( d)? echappement|temp(eratura)?( gas)?( di)? scarico|temp(eratura)?( de)? escape|uitlaat(gas)?temp(eratuur)?|cht egt|tgas)\b/,
  ],
  [
    'pressure',
    /^(map|manifold( absolute)?( pressure)?|saugrohr(druck|unterdruck)?|ladedruck|unterdruck|pression( d)? admission|depression|pressione( collettore| aspirazione)?|presion( de)?( admision| colector)|inlaatdruk|vacuum|vuoto|vide|vacio|boost)\b/,
  ],
  ['oxygen', /^(o2|oxygen|sauerstoff|oxygene|oxigeno|ossigeno|zuurstof|oxigenio)\b/],
  [
    'supply',
    /^(batt(ery|erie|eria|erij)?|u ?bat(t)?|v ?bat(t)?|vbatt|bordspannung|spannung|supply( voltage)?|voltage|volts?|tension( batterie| alim(entation)?)?|voltaje|tensione|accu|accuspanning|spanning|bateria|bordnetz|heater supply)\b/,
  ],
  [
    'throttle',
    /^(tps|tp|throttle( pos(ition)?| opening| angle)?|drosselklappe(nwinkel|nstellung)?|drossel(stellung)?|gas(griff|stellung|hendel|reglage)?|papillon|position papillon|ouverture papillon|farfalla|posizione farfalla|apertura farfalla|acelerador|mariposa|posicion( del)? acelerador|gasklep|gasklepstand|grip|pedal|trottel|borboleta)\b/,
  ],
  [
    'roadSpeed',
    /^(gps speed|gps v|vehicle speed|road speed|wheel speed|ground speed|geschwindigkeit|fahrzeuggeschwindigkeit|tempo fahrzeug|vitesse( vehicule| gps)?|velocidad( gps)?|velocita( veicolo| gps)?|snelheid|hastighet|velocidade|speed|v|vss)\b/,
  ],
  [
    'speed',
    /^(rpm|engine ?speed|engine rpm|revs?|drehzahl|motordrehzahl|umin|u min|1 min|regime( moteur)?|tours( min)?|tr min|giri( motore| min)?|regime motore|toeren(tal)?|vueltas|revoluciones|rev min|rpm motor|rotacao|varvtal|obroty|n( motor)?)\b/,
  ],
  [
    'time',
    /^(t|time( stamp)?|timestamp|date ?time|zeit( stempel)?|zeitstempel|uhrzeit|laufzeit|temps|heure|horodatage|tiempo|hora|tempo|ora|tijd|tijdstip|clock|elapsed( time)?|log ?time|seconds?|sec|secs|sekunden|millis(econds)?|ms|s|tid|czas)\b/,
  ],
];
