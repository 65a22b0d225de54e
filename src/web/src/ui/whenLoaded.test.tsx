// @vitest-environment jsdom
import { Component, act } from 'react';
import { createRoot } from 'react-dom/client';
import { expect, test, vi } from 'vitest';
import { whenLoaded } from './whenLoaded';

(globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;

const shown = (node: React.ReactNode) => {
  const box = document.createElement('div');
  const root = createRoot(box);
  act(() => root.render(node));
  return box;
};

test('what is shown meanwhile gives way as soon as the script is there, and it is fetched once', async () => {
  let arrive: (component: (props: { name: string }) => React.ReactNode) => void = () => undefined;
  let asked = 0;
  const Named = whenLoaded(
    () => {
      asked++;
      return new Promise<(props: { name: string }) => React.ReactNode>((done) => (arrive = done));
    },
    ({ name }) => `${name} is coming`,
  );
  const box = shown(<Named name="Kit" />);
  const other = shown(<Named name="Ines" />);
  expect([box.textContent, other.textContent]).toEqual(['Kit is coming', 'Ines is coming']);

  await act(async () => arrive(({ name }) => `${name} is here`));
  expect([box.textContent, other.textContent]).toEqual(['Kit is here', 'Ines is here']);
  // Shown again it stands at once.
  expect(shown(<Named name="Tobiah" />).textContent).toBe('Tobiah is here');
  expect(asked).toBe(1);
});

class Guard extends Component<{ children: React.ReactNode }, { wrong: string }> {
  override state = { wrong: '' };
  static getDerivedStateFromError = (wrong: unknown) => ({ wrong: String(wrong) });
  override render = () => this.state.wrong || this.props.children;
}

test('what cannot be fetched is told to whoever looks after failures, and tried again the next time', async () => {
  const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
  let line = false;
  const Broken = whenLoaded<object>(async () => {
    if (!line) throw new Error('no line');
    return () => 'here';
  });
  const show = async () => {
    const box = document.createElement('div');
    await act(async () =>
      createRoot(box).render(
        <Guard>
          <Broken />
        </Guard>,
      ),
    );
    return box.textContent;
  };
  expect(await show()).toContain('no line');
  line = true;
  expect(await show()).toBe('here');
  quiet.mockRestore();
});
