package lectomen.service.connection;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocketFactory;
import javax.net.ssl.TrustManagerFactory;

/** Who vouches for servers that are called. */
public final class TrustedAuthorities {
    private TrustedAuthorities() {}

    /**
     * Makes connections to servers that these authorities vouch for.
     *
     * @param certificates of them, in PEM; empty for those that Java knows
     */
    public static SSLSocketFactory connections(Optional<Path> certificates) {
        return context(certificates).getSocketFactory();
    }

    /** The same for clients that make their connections themselves. */
    public static SSLContext context(Optional<Path> certificates) {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(certificates.isPresent() ? keys(certificates.get()) : null);
            context.init(null, trust.getTrustManagers(), null);
            return context;
        } catch (GeneralSecurityException | IOException e) {
            throw new IllegalStateException("A certificate named in lectomen.yaml can't be used: " + e.getMessage(), e);
        }
    }

    private static KeyStore keys(Path file) throws GeneralSecurityException, IOException {
        KeyStore keys = KeyStore.getInstance(KeyStore.getDefaultType());
        keys.load(null, null);
        try (InputStream in = Files.newInputStream(file)) {
            int number = 0;
            for (Certificate one : CertificateFactory.getInstance("X.509").generateCertificates(in)) {
                keys.setCertificateEntry("authority-" + number++, one);
            }
        }
        return keys;
    }
}
