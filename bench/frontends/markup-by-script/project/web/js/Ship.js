function Ship(props) {
  return /*#__PURE__*/React.createElement("li", {
    className: "ship"
  }, props.name);
}
