<%@ taglib uri="/log" prefix="log" %><h1>Log</h1><ul><log:entries from="entries"/></ul>
