/** For somebody who is signed in and a member of nothing. */
export default function NoLibrary() {
  return (
    <main style={{ padding: 32, maxWidth: 560 }}>
      <h1>You are not a member of a library yet</h1>
      <p>Ask the owner of your team’s library to add you, then open this page again.</p>
    </main>
  );
}
