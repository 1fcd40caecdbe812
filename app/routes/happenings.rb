# frozen_string_literal: true

module App
  module Routes
    # What happened in the office: who did what when; as a page and as CSV.
    module Happenings
      def self.registered(app)
        app.helpers do
          define_method(:happened) { Presenters::Happened.new(who: params['who'], on: params['on'], of: params['of']) }
        end

        app.get '/happened' do
          page(:happened, title: 'What happened', current: :board, shown: happened)
        end

        app.get '/happened.csv' do
          content_type 'text/csv'
          attachment 'what-happened.csv'
          headers, *rows = happened.table
          TableFile.write(headers, rows)
        end
      end
    end
  end
end
