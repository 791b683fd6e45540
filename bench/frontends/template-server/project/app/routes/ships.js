var router = require('express').Router();
router.get('/', function (request, response) {
  response.render('ships', { ships: require('../../data/ships') });
});
module.exports = router;
