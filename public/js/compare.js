// Two revisions in 3D side by side: one camera for both, faces painted by what became of them.

import { mount } from './viewer.js';
import { tell } from './talk.js';

const data = JSON.parse(document.getElementById('compare-data').textContent);
const name = document.getElementById('face-name');
const WORDS = {
  gone: 'gone in the later revision',
  new: 'new in the later revision',
  changed: 'moved or changed in size',
};

const say = (statuses) => (face) => {
  const words = data.words?.[face] || face;
  if (!data.plain)
    name.textContent = face
      ? `${words}: ${WORDS[statuses[face]] || 'as it was'}`
      : 'Point at a face to see what became of it';
};
const onError = (error) => tell(`The part can't be shown: ${error.message || error}`, true);

const views = {};
views.old = mount(document.getElementById('old'), {
  onFace: say(data.old),
  onBusy() {},
  onError,
  onTurn: (camera) => views.new.turnTo(camera, data.plain),
});
views.new = mount(document.getElementById('new'), {
  onFace: say(data.new),
  onBusy() {},
  onError,
  onTurn: (camera) => views.old.turnTo(camera, data.plain),
});
views.old.paint(data.old);
views.new.paint(data.new);
if (data.from) views.old.load(data.from);
views.new.load(data.to);
