# frozen_string_literal: true

source "https://rubygems.org"

# Reading and writing files
gem "nokogiri", "~> 1.18.10"  # 1.19 asks for a newer Ruby; compiled on Debian's own libxml2, whose security updates come with the system
# 2.x wants a compiler of another language.
gem "commonmarker", "0.23.12"
gem "css_parser", "~> 1.21"
gem "rubyzip", "~> 2.4"       # 3 is not taken by selenium-webdriver yet
gem "ttfunk", "~> 1.8"
gem "prawn", "~> 2.5"          # PDF objects, streams and pictures
gem "json_schemer", "~> 2.3"
gem "diff-lcs", "~> 1.5"
gem "text-hyphen", "~> 1.5"     # patterns of many languages

gem "json", "~> 2.9"

# The web application
gem "activerecord", "~> 7.2.0" # 8 asks for Ruby 3.2
gem "sqlite3", "~> 2.8"        # compiled on Debian's own SQLite; its busy handler lets other threads run
gem "delayed_job_active_record", "~> 4.1" # jobs in the database, whichever it is
gem "puma", "~> 6.4"
gem "rack-session", "~> 2.0"
gem "sinatra", "~> 4.0"
gem "tilt", "~> 2.4"
gem "erubi", "~> 1.13"         # escapes by default

# Where an office outgrows one machine (NORVEL_DATABASE): asked for by name only.
group :database_server, optional: true do
  gem "pg", "~> 1.5"           # compiled on Debian's libpq
end

group :development, :test do
  gem "axe-core-capybara", "~> 4.9", require: false
  gem "axe-core-rspec", "~> 4.9", require: false
  gem "capybara", "~> 3.40"
  gem "pdf-reader", "~> 2.12", require: false
  gem "rack-test", "~> 2.1"
  gem "rspec", "~> 3.13"
  gem "selenium-webdriver", "~> 4.20"
  gem "standard", "~> 1.35", require: false
end
