import { Player } from '@/store/player';

describe('the player', () => {
  it('plays from where it stands, and from the start when it stands at the end', () => {
    const player = new Player();
    player.seek(40, 100);
    player.toggle(100);
    expect(player.get()).toMatchObject({ frame: 40, playing: true });
    player.toggle(100);
    player.seek(99, 100);
    player.toggle(100);
    expect(player.get()).toMatchObject({ frame: 0, playing: true });
  });

  it('stays within the document, on whole frames, and pauses when moved by hand', () => {
    const player = new Player();
    player.toggle(100);
    player.seek(-7, 100);
    expect(player.get()).toMatchObject({ frame: 0, playing: false });
    player.seek(12.6, 100);
    expect(player.get().frame).toBe(13);
    player.seek(500, 100);
    expect(player.get().frame).toBe(99);
  });

  it('follows the stage while playing, and no late word from it afterwards', () => {
    const player = new Player();
    player.toggle(100);
    player.report({ frame: 5, playing: true, dropped: 2 });
    expect(player.get()).toMatchObject({ frame: 5, dropped: 2 });
    player.toggle(100);
    player.report({ frame: 6, playing: true, dropped: 2 });
    expect(player.get()).toMatchObject({ frame: 5, playing: false });
  });

  it('tells whoever listens, until they stop listening', () => {
    const player = new Player();
    const heard = jest.fn();
    const stop = player.subscribe(heard);
    player.toggleLoop();
    stop();
    player.toggleLoop();
    expect(heard).toHaveBeenCalledTimes(1);
  });
});
