requirejs.config({
    baseUrl: 'lib',
    paths: { app: '../app', templates: '../templates' },
    shim: { backbone: { deps: ['underscore', 'jquery'], exports: 'Backbone' } }
});
require(['app/main'], function (main) { main.start(); });
