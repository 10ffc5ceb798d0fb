package lectomen.engine.image;

/** A picture's size: its pixels across and down, and its resolution in pixels per inch. */
public record PictureSize(int width, int height, double dotsPerInchX, double dotsPerInchY) {}
