retired: replaced by pom.xml
