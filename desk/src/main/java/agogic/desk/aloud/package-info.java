/** What has the focus, what was answered and what values became, spoken by the system's speech command. */
package agogic.desk.aloud;
