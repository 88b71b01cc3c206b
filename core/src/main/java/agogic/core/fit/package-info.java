/** Getting the wanted parameters of a device through the sockets there are, with what each step saves and costs. */
package agogic.core.fit;
