package lectomen.standins.openid;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** The page on which somebody says who they are. */
final class SignInPage {
    private SignInPage() {}

    /** @param query of the request, which the answer needs again */
    static String of(List<Account> accounts, String query) {
        String buttons = accounts.stream()
                .map(account -> "<p><button name=\"person\" value=\"%s\">%s</button> %s</p>"
                        .formatted(
                                escaped(account.signIn()),
                                escaped(account.name()),
                                escaped(String.join(", ", account.groups()))))
                .collect(Collectors.joining("\n"));
        return """
                <!doctype html>
                <html lang="en"><head><title>Sign in</title>
                <meta name="viewport" content="width=device-width">
                <style>body { font: 1.1rem sans-serif; margin: 3rem auto; max-width: 32rem } button { font: inherit; padding: .4rem .8rem }
                </style></head>
                <body><h1>Sign in</h1><p>This stands in for your organisation's sign-in. Who are you?</p>
                <form method="post" action="/authorize?%s">
                %s
                <p><button name="person" value="">Cancel</button></p>
                </form></body></html>
                """.formatted(escaped(Optional.ofNullable(query).orElse("")), buttons);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }
}
