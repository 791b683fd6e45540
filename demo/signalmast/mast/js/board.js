function draw() {
  var rows = $("#signals tbody").empty();
  $.each(signals, function (i, signal) {
    rows.append($("<tr>").append($("<td>").text(when(signal)), $("<td>").text(signal.kind), $("<td>").text(meanings[signal.kind])));
  });
  $("#lamp").text(lampText(signals.length, struck));
}

function hoist(kind) {
  signals.push({ at: "2024-11-02T12:00", kind: kind });
  draw();
}

function strikeLast() {
  if (!signals.length) return;
  signals.pop();
  struck++;
  draw();
}

$(draw);
