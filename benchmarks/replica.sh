#!/usr/bin/env bash
# Whether a replica of the database can take over: a primary and a replica (MariaDB's own replication, semi-synchronous, with GTIDs), people
# at work, the primary killed, the replica promoted, the node started again on it. Prints what it saw. Run it where ./gavlin has been built:
#   benchmarks/replica.sh
set -euo pipefail
cd "$(dirname "$0")/.."
[ -d var/app/web ] || { echo "run ./gavlin start once: this uses what it builds"; exit 1; }
folder=$(mktemp -d)
primary=33620 replica=33621 node=8620 password=$(od -An -N12 -tx1 /dev/urandom | tr -d ' \n')
daemon=$(command -v mariadbd || echo /usr/sbin/mariadbd)
trap 'kill -9 $(cat "$folder"/*.pid) 2>/dev/null; sleep 1; rm -rf "$folder"' EXIT

database() { # NAME PORT ID
  mariadb-install-db --no-defaults --user="$(id -un)" --datadir="$folder/$1" --auth-root-authentication-method=normal \
    --skip-test-db >"$folder/$1.install" 2>&1
  "$daemon" --no-defaults --user="$(id -un)" --datadir="$folder/$1" --socket="$folder/$1.sock" --port="$2" --bind-address=127.0.0.1 \
    --pid-file="$folder/$1.pid" --server-id="$3" --log-bin=binlog --binlog-format=ROW --sync-binlog=1 --gtid-strict-mode=1 \
    --log-slave-updates=1 --character-set-server=utf8mb4 --collation-server=utf8mb4_unicode_ci --max-allowed-packet=32M \
    --rpl-semi-sync-master-enabled=1 --rpl-semi-sync-slave-enabled=1 --skip-name-resolve >"$folder/$1.log" 2>&1 &
  disown
  until mariadb-admin --no-defaults --socket="$folder/$1.sock" -uroot ping >/dev/null 2>&1; do sleep 0.2; done
}
sql() { mariadb --no-defaults --socket="$folder/$1.sock" -uroot -BN; }
application() { # DATABASE-PORT
  GAVLIN_DB_URL="jdbc:mariadb://127.0.0.1:$1/gavlin?useServerPrepStmts=true&maxAllowedPacket=16777216" GAVLIN_DB_PASSWORD=$password \
    GAVLIN_PORT=$node GAVLIN_METRICS_PORT=8610 GAVLIN_DATA="$folder" GAVLIN_DEMO=true java -Xmx1g -Djava.awt.headless=true \
    -jar var/app/web/gavlin.jar --gavlin.cache="$folder/cache" >>"$folder/app.log" 2>&1 &
  echo $! >"$folder/app.pid"
  disown
  until curl -fsS -o /dev/null "http://127.0.0.1:$node/actuator/health" 2>/dev/null; do sleep 0.3; done
}
call() { curl -fsS -u warden:tolvane-demo -H 'Content-Type: application/json' "$@"; }

database primary $primary 1
database replica $replica 2
sql primary <<<"CREATE DATABASE gavlin CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
  CREATE USER 'gavlin'@'127.0.0.1' IDENTIFIED BY '$password'; GRANT ALL ON \`gavlin%\`.* TO 'gavlin'@'127.0.0.1';
  CREATE USER 'copier'@'127.0.0.1' IDENTIFIED BY '$password'; GRANT REPLICATION SLAVE ON *.* TO 'copier'@'127.0.0.1';"
sql replica <<<"CHANGE MASTER TO MASTER_HOST='127.0.0.1', MASTER_PORT=$primary, MASTER_USER='copier', MASTER_PASSWORD='$password',
  MASTER_USE_GTID=slave_pos; START SLAVE;"
application $primary
echo "a node on the primary, the demo drawn"

fit=http://127.0.0.1:$node/api/v1/sites/tolvane/slots/wide-view/fit
acknowledged=0
( sleep 20; kill -9 "$(cat "$folder/primary.pid")" ) &
while answer=$(call -X PUT -d "{\"zoom\":1.$((RANDOM % 900 + 100))}" "$fit?measure=geometry" 2>/dev/null); do
  acknowledged=$(sed 's/.*"revision":\([0-9]*\).*/\1/' <<<"$answer")
done
echo "the primary was killed after revision $acknowledged was acknowledged; the next change was answered $(call -o /dev/null -w '%{http_code}' -X PUT -d '{}' "$fit" 2>/dev/null || true)"

began=$SECONDS
sql replica <<<"STOP SLAVE; RESET SLAVE ALL;"
kill "$(cat "$folder/app.pid")"
while kill -0 "$(cat "$folder/app.pid")" 2>/dev/null; do sleep 0.2; done
application $replica
held=$(call "$fit" | sed 's/.*"revision":\([0-9]*\).*/\1/')
echo "on the replica after $((SECONDS - began)) s: revision $held; $([ "$held" -ge "$acknowledged" ] && echo "nothing acknowledged is lost" || echo "LOST: $((acknowledged - held))")"
call -o /dev/null -w 'a file of it: %{http_code}, %{size_download} bytes\n' "http://127.0.0.1:$node/api/v1/sites/tolvane/slots/slide-lamp-room/rendition"
call -o /dev/null -w 'a change: %{http_code}\n' -X PUT -d '{"zoom":1.5}' "$fit"
