var levels = [3, 5, 8];
function sum(list) { return list.reduce(function (a, b) { return a + b; }, 0); }
