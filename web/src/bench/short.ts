/** A phone held upright with the browser's own bars on: the chain gives way to the buttons. */
export const shortPhone = "@media (max-width: 767px) and (max-height: 719px)";

/** A phone held upright, but for the tallest. */
export const phone = "@media (max-width: 767px) and (max-height: 880px)";
