package no.haldervik.slipway;
import org.apache.commons.lang3.StringUtils;
public class Main { public static void main(String[] a) { System.out.println(StringUtils.capitalize("berth") + new com.google.gson.Gson().toJson(a)); } }
