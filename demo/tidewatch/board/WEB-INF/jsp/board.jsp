<%@ page contentType="text/html; charset=UTF-8" pageEncoding="UTF-8" %>
<%@ taglib prefix="c" uri="http://java.sun.com/jsp/jstl/core" %>
<!DOCTYPE html>
<html lang="en">
<head>
  <title>${station}</title>
  <link rel="stylesheet" href="style/board.css">
</head>
<body>
  <h1>${station}</h1>
  <table>
    <tr><th>Time</th><th>Level (cm)</th><th></th></tr>
    <c:forEach var="reading" items="${readings}">
      <tr><td>${reading.time}</td><td>${reading.centimetres}</td><td>${reading.turn}</td></tr>
    </c:forEach>
  </table>
  <p>${notice}</p>
</body>
</html>
