package no.haldervik.lock.old;

class Broken extends Missing {}
