<%@ page contentType="text/html; charset=UTF-8" import="org.apache.commons.lang.StringUtils" %>
<%@ taglib prefix="c" uri="http://java.sun.com/jsp/jstl/core" %>
<!DOCTYPE html><title>Notices</title>
<c:set var="n" value="3"/><p><%= StringUtils.capitalize("notices") %>: <c:out value="${n}"/></p>
