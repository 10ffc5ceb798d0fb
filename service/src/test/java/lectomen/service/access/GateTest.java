package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import jakarta.servlet.FilterChain;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class GateTest {
    @ParameterizedTest
    @CsvSource({
        "localhost:8417, Bearer right, 200",
        "127.0.0.1, Bearer right, 200",
        "[::1]:8417, Bearer right, 200",
        "harbour.example, Bearer right, 421",
        "localhost.harbour.example:8417, Bearer right, 421",
        "'', Bearer right, 421",
        "localhost, Bearer wrong, 401",
        "localhost, Bearer righ, 401",
        "localhost, Basic right, 401",
        "localhost, '', 401"
    })
    void whoIsLetIn(String host, String authorization, int status) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", "/api/v1/status");
        request.addHeader("Host", host);
        request.addHeader("Authorization", authorization);
        MockHttpServletResponse response = new MockHttpServletResponse();
        FilterChain chain = mock(FilterChain.class);
        new Gate(new Token("right")).doFilter(request, response, chain);
        assertThat(response.getStatus()).isEqualTo(status);
        if (status == 200) {
            verify(chain).doFilter(request, response);
        } else {
            verify(chain, never()).doFilter(request, response);
            assertThat(response.getContentType()).startsWith("application/problem+json");
            assertThat(response.getContentAsString()).contains("\"code\"");
        }
    }
}
