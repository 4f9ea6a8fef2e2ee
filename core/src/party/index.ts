export { forecastTry, LEARNERS, MOST_TRIES, triesUntil, type Forecast, type PracticeTry } from './learningCurve.ts';
export { howReady, planRunSheet, type Gathering, type Guest, type Helper, type Readiness, type RunSheet, type Turn } from './runSheet.ts';
