// Materials that show which faces of a part are pinned down.

import * as THREE from 'three';

// Materials of coverage (Linking::Coverage): bare has no fill, short a light diagonal hatch, pinned is filled, twice
// has a cross hatch. Hatches lie in the picture, so that they are alike on every face.
export function coverage(plain) {
  const hatched = (colour, crossed) => {
    const material = plain.clone();
    const [r, g, b] = new THREE.Color(colour).toArray().map((c) => c.toFixed(4));
    material.onBeforeCompile = (shader) => {
      const lines = crossed
        ? 'min(mod(gl_FragCoord.x + gl_FragCoord.y, 11.0), mod(gl_FragCoord.x - gl_FragCoord.y, 11.0)) < 2.0'
        : 'mod(gl_FragCoord.x + gl_FragCoord.y, 13.0) < 2.0';
      shader.fragmentShader = shader.fragmentShader.replace(
        '#include <color_fragment>',
        `#include <color_fragment>\nif (${lines}) diffuseColor.rgb = vec3(${r}, ${g}, ${b});`,
      );
    };
    material.customProgramCacheKey = () => `hatch ${colour} ${crossed}`;
    return material;
  };
  const bare = plain.clone();
  bare.color.set(0xfffdf7);
  const pinned = plain.clone();
  pinned.color.set(0x0f6e75);
  const short = hatched(0x0f6e75, false);
  const twice = hatched(0x7d2e68, true);
  [short, twice].forEach((m) => m.color.set(0xfffdf7));
  return { bare, short, pinned, twice };
}
