retired: its commands are in package.json
