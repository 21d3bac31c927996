web: exec bundle exec puma -q -C config/puma.rb
worker: exec bin/worker --log-level warn
stand_ins: exec bundle exec puma -q -e production -w 0 -t 1:6 -b tcp://127.0.0.1:$TEXTS_PORT -b tcp://127.0.0.1:$DEVICES_PORT -b tcp://127.0.0.1:$MAIL_PORT -b tcp://127.0.0.1:$OFFICES_PORT -b tcp://127.0.0.1:$POSTINGS_PORT -b tcp://127.0.0.1:$REGISTER_PORT stand_ins/config.ru
