import { createConsumer } from "@rails/actioncable";

/** The one web socket of this page. */
export const cable = createConsumer("/cable");
