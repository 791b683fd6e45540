module.exports = ['Havbris', 'Nordlys'];
