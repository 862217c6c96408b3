# frozen_string_literal: true

source "https://rubygems.org"

# Reading and writing files
gem "nokogiri", "~> 1.16.0"   # precompiled for Ruby 3.1
gem "rubyzip", "~> 2.4"
gem "ttfunk", "~> 1.8"
gem "json_schemer", "~> 2.3"
gem "diff-lcs", "~> 1.5"
gem "text-hyphen", "~> 1.5"     # patterns of many languages

# The versions that Debian's Ruby 3.1 carries, so that they need not be compiled
gem "json", "2.6.1"
gem "bigdecimal", "3.1.1"

# The web application
gem "activerecord", "~> 7.1.0"
gem "sqlite3", "~> 1.7.0"     # precompiled for Ruby 3.1
gem "puma", "~> 6.4"
gem "rack-session", "~> 2.0"
gem "sinatra", "~> 4.0"
gem "tilt", "~> 2.4"
gem "erubi", "~> 1.13"         # escapes by default

group :development, :test do
  gem "axe-core-capybara", "~> 4.9", require: false
  gem "axe-core-rspec", "~> 4.9", require: false
  gem "capybara", "~> 3.40"
  gem "rack-test", "~> 2.1"
  gem "rspec", "~> 3.13"
  gem "selenium-webdriver", "~> 4.20"
  gem "standard", "~> 1.35", require: false
end
