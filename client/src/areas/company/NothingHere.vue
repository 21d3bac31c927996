<template>
  <main class="pa-8">
    <h1>There is nothing at this address</h1>
    <p class="mt-2">
      The record may have another number. <router-link to="/">Back to the start</router-link>
    </p>
  </main>
</template>
