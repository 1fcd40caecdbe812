# frozen_string_literal: true

module App
  module Routes
    # Who settles what: docket lines taken and given, what is mine, as a feed too; comments on drawings.
    module Desk
      def self.registered(app)
        takings(app)
        mine(app)
        comments(app)
      end

      def self.takings(app)
        app.post '/docket/take' do
          line = DocketLine.at(params['line'])
          to = params['to'].to_s.empty? ? person : Records::Person.named(params['to'])
          raise Refused, "There is nobody called #{params['to']}." unless to

          Actions::TakeLine.call(line, to, by: who, word: params['word'])
          tell "#{line.words} is #{to == person ? 'yours' : "#{to.name}'s"} now."
          redirect '/'
        end

        app.post '/docket/give-up' do
          line = DocketLine.at(params['line'])
          Actions::TakeLine.give_up(line)
          tell "#{line.words} is nobody's now."
          redirect '/'
        end

        app.get '/docket/give' do
          line = DocketLine.at(params['line'])
          able = Records::Person.where(off_at: nil, role: Policy::MAY.fetch(:talk)).order(:name).to_a
          page(:give, title: "Give #{line.words}", current: :board, line: line, people: able)
        end
      end

      def self.mine(app)
        app.get '/mine' do
          raise Refused.new('Nobody logs in here yet.', status: 404) unless person

          page(:mine, title: 'Mine', current: :mine, shown: Presenters::Desk.new(person))
        end

        # For feed readers, which don't log in: the address is the key.
        app.get '/feeds/:id/:token.atom' do
          found = Records::Person.find_by(id: params['id'].to_i, off_at: nil)
          unless found && FeedLink.right?(found, params['token'])
            raise Refused.new('There is no such feed.', status: 404)
          end

          content_type 'application/atom+xml'
          Feed.atom(Presenters::Desk.new(found), base: request.base_url)
        end
      end

      def self.comments(app)
        app.post '/drawings/:slug/comments' do
          drawing = Records::Drawing.at(params['slug']).drawing
          said = Actions::CommentOn.call(drawing, params['text'], at: params['at'], author: who)
          redirect Presenters::Desk.address(said)
        end

        app.post '/comments/:id/answer' do
          comment = Records::Comment.at(params['id'])
          Actions::CommentOn.call(comment.drawing, params['text'], parent: comment, author: who)
          redirect Presenters::Desk.address(comment)
        end

        app.post '/comments/:id/settle' do
          comment = Records::Comment.at(params['id'])
          Actions::CommentOn.settle(comment, by: who)
          redirect "/drawings/#{comment.drawing.slug}#comments"
        end
      end
    end
  end
end
