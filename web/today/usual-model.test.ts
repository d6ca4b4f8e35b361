import { usualModel } from './usual-model';

const model = (id: string, measures: number, fault: string | null = null) => ({ id, measures, fault });

test('the model that was asked last, else the one with the most to ask of; never one at fault where there is another', () => {
  const models = [model('a', 2), model('b', 9), model('c', 20, 'Its table is gone.')];
  expect(usualModel(models, [])).toBe('b');
  expect(usualModel(models, [{ modelId: 'a' }, { modelId: 'b' }])).toBe('a');
  expect(usualModel(models, [{ modelId: 'c' }, { modelId: 'gone' }, { modelId: 'a' }])).toBe('a');
  expect(usualModel([model('c', 20, 'Its table is gone.')], [])).toBe('c');
  expect(usualModel([], [])).toBeNull();
});
