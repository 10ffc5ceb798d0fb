/**
 * Pages of documents for people to look at. Start at {@link lectomen.service.page.Pages}. What is kept here can be made again.
 */
@org.jspecify.annotations.NullMarked
package lectomen.service.page;
