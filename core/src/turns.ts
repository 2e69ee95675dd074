/**
 * The indices of a series' inner highs and lows that stand out by at least `least`, in order. A flat top counts where
 * it begins.
 */
export function turnsOf(values: ArrayLike<number>, least: number): number[] {
  const turns: number[] = [];
  let low = 0;
  let high = 0;
  let way = 0;
  for (let i = 1; i < values.length; i++) {
    if (values[i]! > values[high]!) high = i;
    if (values[i]! < values[low]!) low = i;
    if (way <= 0 && values[i]! - values[low]! >= least) {
      if (way < 0) turns.push(low);
      way = 1;
      high = i;
    } else if (way >= 0 && values[high]! - values[i]! >= least) {
      if (way > 0) turns.push(high);
      way = -1;
      low = i;
    }
    if (way > 0 && values[i]! > values[high]!) high = i;
    if (way < 0 && values[i]! < values[low]!) low = i;
  }
  return turns;
}
