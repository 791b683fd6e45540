<jsp:forward page="/log.do"/>
