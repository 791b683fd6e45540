ReactDOM.render( /*#__PURE__*/React.createElement("ul", null, ['Havbris', 'Nordlys'].map(n => /*#__PURE__*/React.createElement(Ship, {
  key: n,
  name: n
}))), document.getElementById('list'));
