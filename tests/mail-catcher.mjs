// Catches mails on loopback and writes each as one JSON line: node tests/mail-catcher.mjs FILE. Prints its port when ready.
import { appendFileSync } from 'node:fs';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, session, done) {
        simpleParser(stream).then(mail => {
            const to = session.envelope.rcptTo.map(address => address.address);
            appendFileSync(process.argv[2], JSON.stringify({ to, from: mail.from.text, subject: mail.subject, text: mail.text }) + '\n');
            done();
        }, done);
    },
});
server.listen(0, '127.0.0.1', () => console.log(server.server.address().port));
