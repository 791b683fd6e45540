define(['jquery', 'app/berths', 'text!templates/berth.html'], function ($, Berths, template) {
    return {
        start: function () {
            new Berths().each(function (berth) {
                $('#berths').append(template.replace('{name}', berth.get('name')));
            });
        }
    };
});
