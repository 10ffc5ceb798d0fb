package lectomen.service.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A call for everybody whom the request guard lets in, whatever their roles. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
@interface Anybody {}
