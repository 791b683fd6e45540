ReactDOM.render(<ul>{['Havbris', 'Nordlys'].map((n) => <Ship key={n} name={n} />)}</ul>, document.getElementById('list'));
