package gavlin.web.problem;

import gavlin.core.brief.SlotSheetReader;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Bounds every body that is not an upload, before anything reads it: the largest that makes sense is a slot sheet as a
 * string in JSON, with every quote escaped. Uploads and forms have limits of their own.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
class BodyLimit extends OncePerRequestFilter {
    static final long MAX_BYTES = 2 * SlotSheetReader.MAX_BYTES + 100_000;

    private final Problems problems;

    BodyLimit(Problems problems) {
        this.problems = problems;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String type = request.getContentType();
        return type != null && type.startsWith("multipart/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() > MAX_BYTES) {
            if (request.getHeader("Authorization") == null && request.getCookies() == null) {
                UnreadBody.leave(request, response); // a stranger's; anybody else gets to see the answer
            }
            problems.write(
                    request,
                    response,
                    HttpStatus.CONTENT_TOO_LARGE,
                    "body-too-large",
                    "the body has " + request.getContentLengthLong() + " bytes; at most " + MAX_BYTES + " are allowed");
            return;
        }
        chain.doFilter(new Counted(request), response);
    }

    /** For bodies that don't say how long they are: they end in an error where the limit is reached. */
    private static final class Counted extends HttpServletRequestWrapper {
        Counted(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            ServletInputStream in = super.getInputStream();
            return new ServletInputStream() {
                private long count;

                @Override
                public int read() throws IOException {
                    int value = in.read();
                    add(value < 0 ? 0 : 1);
                    return value;
                }

                @Override
                public int read(byte[] into, int at, int length) throws IOException {
                    int got = in.read(into, at, length);
                    add(Math.max(0, got));
                    return got;
                }

                private void add(int bytes) throws IOException {
                    count += bytes;
                    if (count > MAX_BYTES) {
                        throw new IOException("the body is longer than " + MAX_BYTES + " bytes");
                    }
                }

                @Override
                public boolean isFinished() {
                    return in.isFinished();
                }

                @Override
                public boolean isReady() {
                    return in.isReady();
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    in.setReadListener(listener);
                }
            };
        }
    }
}
