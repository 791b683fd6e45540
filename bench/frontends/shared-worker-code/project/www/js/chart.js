d3.select('#chart').selectAll('rect').data(levels).enter().append('rect')
  .attr('x', function (d, i) { return i * 12; }).attr('height', function (d) { return d; }).attr('width', 10);
document.getElementById('sum').textContent = 'Sum ' + sum(levels);
var worker = new Worker('js/worker.js');
worker.onmessage = function (e) { document.title = 'Chart ' + e.data; };
worker.postMessage(levels);
