package lectomen.engine.image;

/** A picture's measures: points across and down, and how many of them make an inch. */
public record PictureSize(int width, int height, double dotsPerInchX, double dotsPerInchY) {}
