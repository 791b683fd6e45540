package no.haldervik.log;

import java.io.IOException;
import javax.servlet.jsp.JspException;
import javax.servlet.jsp.tagext.TagSupport;

public class EntriesTag extends TagSupport {
    private String from;

    public void setFrom(String from) {
        this.from = from;
    }

    public int doStartTag() throws JspException {
        String[] entries = (String[]) pageContext.findAttribute(from);
        if (entries == null) return SKIP_BODY;
        try {
            for (int i = 0; i < entries.length; i++) pageContext.getOut().println("<li>" + entries[i] + "</li>");
        } catch (IOException e) {
            throw new JspException(e);
        }
        return SKIP_BODY;
    }
}
