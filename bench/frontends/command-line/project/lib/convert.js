'use strict';
exports.knots = (metres) => metres * 1.94384;
