Vue.component('quay', { props: ['name'], template: '<b>{{ name }} </b>' });
