package other;

public class Weather {}
