function Ship(props) { return <li className="ship">{props.name}</li>; }
