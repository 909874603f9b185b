<template>
  <svg viewBox="0 0 26 26" fill="none" stroke="currentColor" stroke-width="2" stroke-linejoin="round">
    <path d="M4.500 3h13l1 19.500a1 1 0 0 1-1 1H6.500a1 1 0 0 1-1-1z" />
    <path d="M5.200 14h12.700M4.900 9h12.900" />
    <path d="M17.800 7c6-1.500 7 8 .500 9" stroke-linecap="round" />
  </svg>
</template>
