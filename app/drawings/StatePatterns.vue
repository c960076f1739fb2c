<template>
  <svg class="patterns" width="0" height="0" aria-hidden="true" focusable="false">
    <defs>
      <pattern id="foam-cells" width="11" height="9" patternUnits="userSpaceOnUse">
        <path d="M1 3.500h3M6.500 7.500h3" class="foam" />
      </pattern>
      <pattern id="foam-beads" width="11" height="10" patternUnits="userSpaceOnUse">
        <circle cx="3" cy="3" r="1.500" class="foam" />
        <circle cx="8.500" cy="8" r="1.500" class="foam" />
      </pattern>
      <pattern id="ground-grain" width="26" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 2.500q6 -1.500 13 0t13 0M3 6.500h11" class="foam" />
      </pattern>
      <!-- wet waves, workable dots, firm slants, clear hairlines, cured solid: the same on every screen -->
      <pattern id="state-wet" width="14" height="8" patternUnits="userSpaceOnUse">
        <rect width="14" height="8" class="tone-wet" />
        <path d="M0 4q3.500 -4 7 0t7 0" class="ink" />
      </pattern>
      <pattern id="state-workable" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" class="tone-workable" />
        <circle cx="2" cy="2" r="1.100" class="dot" />
        <circle cx="6" cy="6" r="1.100" class="dot" />
      </pattern>
      <pattern id="state-firm" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" class="tone-firm" />
        <path d="M-2 2L2 -2M0 8L8 0M6 10L10 6" class="ink" />
      </pattern>
      <pattern id="state-clear" width="8" height="7" patternUnits="userSpaceOnUse">
        <rect width="8" height="7" class="tone-clear" />
        <path d="M0 3.500H8" class="hair" />
      </pattern>
      <pattern id="state-cured" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" class="tone-cured" />
      </pattern>
      <!-- white water by how much of it there is: thin, half, thick -->
      <pattern id="foam-15" width="9" height="9" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2.500" r="1" class="foam-dot" />
        <circle cx="6.500" cy="7" r="0.800" class="foam-dot" />
      </pattern>
      <pattern id="foam-40" width="7" height="7" patternUnits="userSpaceOnUse">
        <circle cx="1.800" cy="1.800" r="1.500" class="foam-dot" />
        <circle cx="5.200" cy="5.200" r="1.400" class="foam-dot" />
      </pattern>
      <pattern id="foam-70" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" class="foam-full" />
        <circle cx="1.500" cy="1.500" r="0.900" class="foam-gap" />
        <circle cx="4.500" cy="4.500" r="0.700" class="foam-gap" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
.patterns {
  position: absolute;
}
.foam {
  stroke: var(--foam-line);
  stroke-width: 1.2;
  fill: none;
}
.tone-wet {
  fill: var(--shallow);
}
.tone-workable {
  fill: var(--brass-wash);
}
.tone-firm {
  fill: color-mix(in srgb, var(--shallow) 45%, var(--sheet));
}
.tone-clear {
  fill: var(--sheet);
}
.tone-cured {
  fill: var(--water);
}
.ink {
  stroke: var(--water);
  stroke-width: 1.5;
  fill: none;
}
.dot {
  fill: var(--brass);
}
.foam-dot {
  fill: #fdfffe;
}
.foam-full {
  fill: #fdfffe;
}
.foam-gap {
  fill: var(--water);
}
.hair {
  stroke: var(--line-strong);
  stroke-width: 0.8;
}
</style>
