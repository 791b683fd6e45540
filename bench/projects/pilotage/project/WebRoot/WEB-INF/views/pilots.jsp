<%@ page contentType="text/html; charset=UTF-8" %>
<%@ taglib prefix="c" uri="http://java.sun.com/jsp/jstl/core" %>
<!DOCTYPE html><title>Pilots</title>
<ul><c:forEach items="${pilots}" var="p"><li><c:out value="${p.name}"/></li></c:forEach></ul>
