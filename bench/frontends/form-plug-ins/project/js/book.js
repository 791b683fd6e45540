var ships = ['Havbris', 'Nordlys'];
$(function () { $('#f').validate(); });
function show() { document.getElementById('out').innerHTML = Mustache.render('{{#s}}{{.}} {{/s}}', { s: ships }); }
