// Deleting what is selected; a view asks when more goes with it.

/**
 * mount({ ask, edit(what), views(), selected(), leave() }) returns remove(what, goes). views: by key, { name, goes,
 * keeps }.
 */
export function mount({ ask, edit, views, selected, leave }) {
  return function remove(what, goes = views()[what]?.goes || '') {
    const gone = (how) => {
      if (what === selected()) leave();
      return edit({ do: how, what });
    };
    const { name = 'It', keeps } = views()[what] || {};
    if (!goes) {
      gone('delete');
      return;
    }
    ask.show(`${name} goes with ${goes}.`, [
      { words: 'Delete it all', act: () => gone('delete') },
      ...(keeps
        ? [
            {
              words: `Keep ${keeps} as ${/ and |,/.test(keeps) ? 'views' : 'a view'} of their own`,
              act: () => gone('keep children'),
            },
          ]
        : []),
    ]);
  };
}
