new Vue({ el: '#app', data: { quays: ['North', 'East'] } });
