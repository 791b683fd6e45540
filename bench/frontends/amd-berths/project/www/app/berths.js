define(['underscore', 'backbone'], function (_, Backbone) {
    return Backbone.Collection.extend({
        initialize: function () {
            this.reset(_.map(['North quay', 'Coal pier'], function (name) { return { name: name }; }));
        }
    });
});
