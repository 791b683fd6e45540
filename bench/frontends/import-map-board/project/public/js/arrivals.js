export const arrivals = async () => ["Havbris 06:10", "Nordlys 07:45"];
