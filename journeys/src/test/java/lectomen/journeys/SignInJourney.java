package lectomen.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyFactory;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Duration;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Pattern;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import lectomen.standins.authenticator.AuthenticatorApp;
import lectomen.standins.directory.DirectoryStandIn;
import lectomen.standins.openid.OpenIdStandIn;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

/** People who sign in elsewhere, with a second factor, and again for what needs it. Tess alone has a password here. */
class SignInJourney {
    private static final Path TLS = Path.of(
                    System.getProperty("lectomen.root", ".."), "journeys/src/test/resources/tls")
            .toAbsolutePath()
            .normalize();
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    private static Path temp;

    private static OpenIdStandIn provider;
    private static DirectoryStandIn directory;
    private static ServiceInTest service;
    private static Browser browser;
    private static Page tess;

    @BeforeAll
    static void start() throws Exception {
        provider = OpenIdStandIn.start(0);
        directory = DirectoryStandIn.start(0, Optional.of(identity()));
        Path home = Files.createDirectories(temp.resolve("home"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections: { archive: { folder: "{home}/archive" } }
                sign-in:
                  passwords: only tess
                  openid connect:
                    name: Marrowick Harbour
                    issuer: %s
                    client: lectomen
                    roles:
                      harbour-administrators: administrator
                      permit-office: { role: operator, rules: [permits] }
                  directory:
                    name: Harbour directory
                    url: ldaps://localhost:%d
                    certificate: %s/cert.pem
                    look up as: %s
                    secret: directory
                    search: { people: "%s", groups: "%s" }
                    roles: { permit-office: auditor }
                """.formatted(
                        provider.issuer(),
                        directory.port(),
                        TLS,
                        DirectoryStandIn.LOOK_UP_AS,
                        DirectoryStandIn.PEOPLE,
                        DirectoryStandIn.GROUPS));
        service = ServiceInTest.startAt(home, Duration.ZERO);
        secret(DirectoryStandIn.LOOK_UP_PASSWORD);
        browser = new Browser();
        tess = browser.welcomed(service);
    }

    /** The password to look people up with. */
    private static void secret(String password) {
        HttpRequest.Builder put =
                service.request("/secrets/directory").PUT(HttpRequest.BodyPublishers.ofString(password));
        assertThat(service.send(put).statusCode()).isEqualTo(200);
    }

    /** The certificate and key by which the directory shows who it is. */
    private static SSLContext identity() throws Exception {
        String pem = Files.readString(TLS.resolve("key.pem")).replaceAll("-----[A-Z ]+-----|\\s", "");
        PKCS8EncodedKeySpec key = new PKCS8EncodedKeySpec(Base64.getDecoder().decode(pem));
        Certificate certificate;
        try (var in = Files.newInputStream(TLS.resolve("cert.pem"))) {
            certificate = CertificateFactory.getInstance("X.509").generateCertificate(in);
        }
        KeyStore keys = KeyStore.getInstance(KeyStore.getDefaultType());
        keys.load(null, null);
        char[] password = "in memory".toCharArray();
        keys.setKeyEntry(
                "own",
                KeyFactory.getInstance(certificate.getPublicKey().getAlgorithm())
                        .generatePrivate(key),
                password,
                new Certificate[] {certificate});
        KeyManagerFactory managers = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        managers.init(keys, password);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(managers.getKeyManagers(), null, null);
        return context;
    }

    @AfterAll
    static void stop() throws Exception {
        browser.close();
        service.close();
        directory.close();
        provider.close();
    }

    private static Locator link(Page page, String name) {
        return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name));
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static void press(Locator part) {
        part.focus();
        part.press("Enter");
    }

    /** A page of its own, on which somebody signs in at the provider. */
    private static Page atProvider(String name) {
        Page page = browser.open(service.url(), ColorScheme.LIGHT, 1280, 800);
        page.navigate("/people");
        press(link(page, "Sign in with Marrowick Harbour"));
        press(button(page, name));
        return page;
    }

    @Test
    void somebodySignsInAtTheProviderAndHasTheRoleOfTheirGroup() {
        Page finn = atProvider("Finn Breaker");
        assertThat(finn).hasURL(Pattern.compile(".*/today"));
        assertThat(link(finn, "Jobs")).isVisible();
        assertThat(link(finn, "People")).hasCount(0);
        assertThat(service.get("/accounts").toString())
                .contains("Finn Breaker", "\"rules\":[\"permits\"]", "\"signsInAt\":[\"openid\"]");
        finn.navigate("/me");
        assertThat(finn.getByText("Current password")).hasCount(0);
    }

    @Test
    void whoHasNoRoleIsRefusedAndReadsWhy() {
        Page sela = atProvider("Sela Tidewell");
        assertThat(sela.getByRole(AriaRole.ALERT)).containsText("None of your groups has a role here.");
        assertThat(sela.getByLabel("Sign-in name")).isVisible();
        assertThat(AccessibilityJourney.findings(sela))
                .as("the page to sign in on")
                .isEmpty();
        assertThat(service.get("/ledger/search?event=sign-in.refused").toString())
                .contains("no-role");
    }

    @Test
    void aFreshSignInAtTheProviderComesBeforeAChangeOfGroups() {
        Page orla = atProvider("Orla Skerry");
        assertThat(orla).hasURL(Pattern.compile(".*/people"));
        service.advance(Duration.ofMinutes(11));
        newGroup(orla, "pilots");
        Locator confirm = link(orla, "Confirm at Marrowick Harbour");
        assertThat(confirm).isVisible();
        assertThat(service.get("/groups").toString()).doesNotContain("pilots");
        press(confirm);
        press(button(orla, "Orla Skerry"));
        assertThat(orla).hasURL(Pattern.compile(".*/people"));
        newGroup(orla, "pilots");
        assertThat(orla.getByText("pilots").first()).isVisible();
        assertThat(confirm).hasCount(0);
        assertThat(service.get("/groups").toString()).contains("pilots");
    }

    @Test
    void aFreshProofByAnotherPersonIsRefused() {
        Page orla = atProvider("Orla Skerry");
        assertThat(orla).hasURL(Pattern.compile(".*/people"));
        service.advance(Duration.ofMinutes(11));
        newGroup(orla, "divers");
        press(link(orla, "Confirm at Marrowick Harbour"));
        press(button(orla, "Finn Breaker"));
        assertThat(orla).hasURL(Pattern.compile(".*/today"));
        orla.navigate("/people");
        newGroup(orla, "divers");
        assertThat(link(orla, "Confirm at Marrowick Harbour")).isVisible();
        assertThat(service.get("/groups").toString()).doesNotContain("divers");
    }

    private static void newGroup(Page page, String name) {
        press(button(page, "New group"));
        page.getByLabel("Name of the group").fill(name);
        page.keyboard().press("Enter");
    }

    @Test
    void thePasswordIsAskedForAgainAndTheChangeIsThenMade() {
        tess.navigate("/people");
        assertThat(button(tess, "New group")).isVisible();
        service.advance(Duration.ofMinutes(11));
        newGroup(tess, "harbour-watch");
        Locator dialog = tess.getByRole(AriaRole.DIALOG)
                .filter(new Locator.FilterOptions().setHasText("Confirm that it is you"));
        assertThat(dialog).isVisible();
        assertThat(AccessibilityJourney.findings(tess))
                .as("confirming who one is")
                .isEmpty();
        tess.getByLabel("Password").fill("not this one");
        tess.keyboard().press("Enter");
        assertThat(dialog).containsText("wrong password or code");
        assertThat(service.get("/groups").toString()).doesNotContain("harbour-watch");
        tess.getByLabel("Password").fill(Browser.PASSWORD);
        tess.keyboard().press("Enter");
        assertThat(dialog).hasCount(0);
        assertThat(tess.getByText("harbour-watch").first()).isVisible();
        assertThat(service.get("/groups").toString()).contains("harbour-watch");
    }

    @Test
    void aSecondFactorIsSetUpAskedForAndTurnedOff() {
        Page page = browser.open(service.url(), ColorScheme.LIGHT, 1280, 800);
        signIn(page);
        assertThat(page).hasURL(Pattern.compile(".*/today"));
        page.navigate("/me");
        press(button(page, "Set up"));
        assertThat(page.getByRole(AriaRole.IMG)).isVisible();
        assertThat(AccessibilityJourney.findings(page))
                .as("setting up a second factor")
                .isEmpty();
        String secret = page.locator("section p .name").textContent();
        page.getByLabel("Code").fill("000000");
        page.keyboard().press("Enter");
        assertThat(page.getByText("this is not the current code")).isVisible();
        page.getByLabel("Code").fill(AuthenticatorApp.code(secret, service.now()));
        page.keyboard().press("Enter");
        assertThat(page.locator(".recovery li")).hasCount(8);
        String recovery = page.locator(".recovery li").first().textContent();
        Page again = browser.open(service.url(), ColorScheme.LIGHT, 1280, 800);
        signIn(again);
        assertThat(again.getByText("Now enter the current code")).isVisible();
        service.advance(Duration.ofSeconds(30));
        again.getByLabel("Code").fill(AuthenticatorApp.code(secret, service.now()));
        again.keyboard().press("Enter");
        assertThat(again).hasURL(Pattern.compile(".*/today"));
        Page lost = browser.open(service.url(), ColorScheme.LIGHT, 1280, 800);
        signIn(lost);
        lost.getByLabel("Code").fill(recovery);
        lost.keyboard().press("Enter");
        assertThat(lost).hasURL(Pattern.compile(".*/today"));
        lost.navigate("/me");
        press(button(lost, "Turn off"));
        assertThat(button(lost, "Set up")).isVisible();
    }

    private static void signIn(Page page) {
        page.navigate("/");
        page.getByLabel("Sign-in name").fill("tess");
        page.getByLabel("Password").fill(Browser.PASSWORD);
        page.keyboard().press("Enter");
    }

    private static HttpResponse<String> signIn(String name, String password) {
        String form = JSON.createObjectNode()
                .put("signIn", name)
                .put("password", password)
                .toString();
        return service.send(HttpRequest.newBuilder(URI.create(service.url() + "/api/v1/session"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(form, StandardCharsets.UTF_8)));
    }

    @Test
    void aPasswordOfTheDirectoryCountsOverAnEncryptedConnectionAndOthersDoNot() {
        HttpResponse<String> in = signIn("ned", DirectoryStandIn.PASSWORD);
        assertThat(in.statusCode()).isEqualTo(200);
        assertThat(in.body()).contains("Ned Capstan", "see the ledger", "\"directory\":\"Harbour directory\"");
        assertThat(signIn("ned", "not this one").statusCode()).isEqualTo(401);
        HttpResponse<String> refused = signIn("pia", DirectoryStandIn.PASSWORD);
        assertThat(refused.statusCode()).isEqualTo(403);
        assertThat(refused.body()).contains("no-role");
        secret("not the password");
        assertThat(signIn("ned", DirectoryStandIn.PASSWORD).body()).contains("sign-in-unreachable");
        secret(DirectoryStandIn.LOOK_UP_PASSWORD);
    }
}
