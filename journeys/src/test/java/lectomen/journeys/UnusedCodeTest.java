package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaField;
import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.domain.JavaModifier;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The product has no methods, classes or fields that nothing uses. */
class UnusedCodeTest {
    /** Classes that a file of settings names. */
    private static final Set<String> NAMED_IN_SETTINGS = Set.of("lectomen.service.JsonLines");

    @Test
    void eachMethodIsCalled() {
        Set<String> unused = new TreeSet<>();
        for (JavaClass type : ProductClasses.product()) {
            for (JavaMethod method : type.getMethods()) {
                if (method.getAccessesToSelf().isEmpty()
                        && method.getReferencesToSelf().isEmpty()
                        && !isCalledFromOutside(method)) {
                    unused.add(method.getFullName());
                }
            }
        }
        assertThat(unused).isEmpty();
    }

    /** Whether a library or the language may call it: what overrides, is annotated, or belongs to each enum or record. */
    private static boolean isCalledFromOutside(JavaMethod method) {
        JavaClass owner = method.getOwner();
        return method.getModifiers().contains(JavaModifier.SYNTHETIC)
                || !method.getAnnotations().isEmpty() && !method.isAnnotatedWith("org.jspecify.annotations.Nullable")
                || method.getName().equals("main")
                || method.getName().startsWith("lambda$")
                || owner.isEnum() && List.of("values", "valueOf").contains(method.getName())
                || owner.isRecord()
                || owner.isAnnotation()
                || overrides(method);
    }

    private static boolean overrides(JavaMethod method) {
        Class<?>[] parameters = method.reflect().getParameterTypes();
        return supertypes(method.getOwner().reflect())
                .flatMap(type -> Arrays.stream(type.getDeclaredMethods()))
                .anyMatch(other ->
                        other.getName().equals(method.getName()) && other.getParameterCount() == parameters.length);
    }

    private static Stream<Class<?>> supertypes(Class<?> type) {
        return Stream.concat(Stream.ofNullable(type.getSuperclass()), Arrays.stream(type.getInterfaces()))
                .flatMap(above -> Stream.concat(Stream.of(above), supertypes(above)));
    }

    @Test
    void eachClassIsUsed() {
        Set<String> used = new TreeSet<>(NAMED_IN_SETTINGS);
        Set<String> all = new TreeSet<>();
        for (JavaClass type : ProductClasses.product()) {
            String outermost = outermost(type);
            all.add(outermost);
            boolean isStarted = type.getMethods().stream()
                    .anyMatch(method -> method.getName().equals("main")
                            || !method.getAnnotations().isEmpty());
            boolean isAskedFor = type.getDirectDependenciesToSelf().stream()
                    .anyMatch(dependency ->
                            !outermost(dependency.getOriginClass()).equals(outermost));
            if (isStarted || isAskedFor || !type.getAnnotations().isEmpty()) {
                used.add(outermost);
            }
        }
        all.removeAll(used);
        all.removeIf(name -> name.endsWith("package-info"));
        assertThat(all).isEmpty();
    }

    private static String outermost(JavaClass type) {
        return type.getName().replaceFirst("\\$.*", "");
    }

    @Test
    void eachFieldIsRead() {
        Set<String> unused = new TreeSet<>();
        for (JavaClass type : ProductClasses.product()) {
            for (JavaField field : type.getFields()) {
                boolean isConstant = field.getModifiers().contains(JavaModifier.STATIC)
                        && field.getModifiers().contains(JavaModifier.FINAL)
                        && (field.getRawType().isPrimitive()
                                || field.getRawType().isEquivalentTo(String.class));
                if (field.getAccessesToSelf().isEmpty()
                        && !isConstant // which the compiler copies to where it is used
                        && !field.getModifiers().contains(JavaModifier.SYNTHETIC)
                        && field.getAnnotations().isEmpty()
                        && !type.isRecord()
                        && !type.isEnum()) {
                    unused.add(field.getFullName());
                }
            }
        }
        assertThat(unused).isEmpty();
    }
}
