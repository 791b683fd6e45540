var path = require('path');
var express = require('express');
var app = express();
app.set('views', path.join(__dirname, '..', 'views'));
app.set('view engine', 'ejs');
app.use('/static', express.static(path.join(__dirname, '../static')));
app.use('/ships', require('./routes/ships'));
app.listen(process.env.PORT || 8097, function () { console.log('listening'); });
